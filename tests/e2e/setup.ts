import { expect, test as setup } from '@playwright/test';
import { demoSignIn } from '../../demo/world-sign-in';

setup('a coach signs in', async ({ page }) => {
  await page.goto('/athletes?sort=name');
  await expect(page).toHaveURL(/\/sign-in\?next=/);
  await page.getByLabel('E-mail').fill(demoSignIn.email);
  await page.getByLabel('Password').fill(demoSignIn.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  // Back where one wanted to go.
  await expect(page).toHaveURL(/\/athletes\?sort=name/);
  await expect(page.getByRole('link', { name: 'Ysolde Marrick' })).toBeVisible();
  await page.context().storageState({ path: 'test-results/coach.json' });
});
