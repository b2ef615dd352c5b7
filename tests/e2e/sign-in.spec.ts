import { expect, test } from '@playwright/test';
import { demoSignIn } from '../../demo/world-sign-in';

test.use({ storageState: { cookies: [], origins: [] } });

test('a wrong password and an unknown e-mail are refused in the same words, and the e-mail is kept', async ({
  page,
}) => {
  await page.goto('/sign-in');
  for (const email of [demoSignIn.email, 'nobody@larkmoor.example']) {
    await page.getByLabel('E-mail').fill(email);
    await page.getByLabel('Password').fill('not-the-password');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('alert')).toHaveText('E-mail and password do not match an account.');
    await expect(page.getByLabel('E-mail')).toHaveValue(email);
  }
  await page.goto('/athletes');
  await expect(page).toHaveURL(/\/sign-in/);
});

test('too many failures for one e-mail are held back', async ({ request }) => {
  let last = '';
  for (let i = 0; i < 9; i += 1) {
    const response = await request.post('/sign-in', {
      form: { email: 'held-back@larkmoor.example', password: `guess ${i}`, next: '/' },
    });
    last = await response.text();
  }
  expect(last).toContain('Too many attempts');
});

test('signing in goes on only to pages of this site', async ({ page }) => {
  await page.goto('/sign-in?next=https://elsewhere.example/');
  await page.getByLabel('E-mail').fill(demoSignIn.email);
  await page.getByLabel('Password').fill(demoSignIn.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: /athletes? needs? you|Nothing waits/ })).toBeVisible();
  await expect(page).toHaveURL(/127\.0\.0\.1:\d+\/$/);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page).toHaveURL(/\/sign-in/);
  await page.goto('/');
  await expect(page).toHaveURL(/\/sign-in/);
});

test('the cookie cannot be read by scripts, and a post from another site is not accepted', async ({
  page,
  request,
}) => {
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').fill(demoSignIn.email);
  await page.getByLabel('Password').fill(demoSignIn.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL(/\/$/);
  const cookie = (await page.context().cookies()).find((stored) => stored.name === 'pillar');
  expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'Lax' });
  const foreign = await request.post('/sign-out', { headers: { origin: 'https://elsewhere.example' } });
  expect(foreign.status()).toBe(403);
  const headers = (await request.get('/sign-in')).headers();
  expect(headers['content-security-policy']).toContain("script-src 'self' 'nonce-");
});
