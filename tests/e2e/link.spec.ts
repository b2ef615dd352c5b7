import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { hydrated, ready } from './people';

test('a coach pins a quality with a reason, and the next plan puts it first', async ({ page }) => {
  const path = await ready(page);
  await page.request.post(`${path}/plan`, { form: { id: crypto.randomUUID() } });
  await page.goto(`${path}/link`);
  await hydrated(page);
  const main = page.getByRole('main');
  await main
    .getByText(/^Priority /)
    .last()
    .click();
  const form = main.getByRole('form', { name: /^Your word on / }).last();
  const name =
    ((await form.getAttribute('aria-label')) ?? '').replace('Your word on ', '').split(',')[0] ?? '';
  await form.getByLabel('In the plan').selectOption('main');
  await form.getByRole('button', { name: 'Set' }).click();
  await expect(form.getByText('Say why, in a few words.')).toBeVisible();
  await form.getByLabel('Why').fill('long descents');
  await form.getByRole('button', { name: 'Set' }).click();
  await expect(main.getByText(/^Pinned by .*: long descents$/).first()).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);

  await page.goto(`${path}/plan`);
  await hydrated(page);
  await expect(
    page.getByText('What was pinned or set aside since stands when you plan again.'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Plan again from today' }).click();
  await expect(page.getByText('What was pinned or set aside since')).toBeHidden();
  await expect(page.getByText(/^At its end, /).first()).toBeVisible();
  // It is among what comes first in a block.
  await expect(page.getByRole('listitem').getByText(new RegExp(name)).first()).toBeVisible();
  await expect(page.locator('li strong').filter({ hasText: name }).first()).toBeVisible();
});

test('a second sport is weighed by its share: asked for with it, named with it, supposed away', async ({
  page,
}) => {
  const path = await ready(page);
  await page.goto(`${path}/edit`);
  await hydrated(page);
  await page.getByLabel('A second sport').selectOption({ value: 'running.marathon' });
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Choose another sport than the first.')).toBeVisible();
  await page.getByLabel('A second sport').selectOption({ value: 'skiing.alpine-speed' });
  await page.getByLabel('Its share, %').fill('half');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('A share of 1 to 99 per cent, in whole ones.')).toBeVisible();
  await page.getByLabel('Its share, %').fill('40');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await page.waitForURL((url) => url.pathname === path);
  await expect(page.getByText(/^Running: marathon, 40 % Skiing: /).first()).toBeVisible();
  await page.goto(`${path}/link`);
  await hydrated(page);
  await page.getByText('Suppose something else').click();
  await page.getByLabel('A second sport beside it').selectOption({ label: 'none' });
  await page.getByRole('button', { name: 'Show it beside' }).click();
  await expect(
    page.getByRole('heading', { name: 'If the sport were Running: marathon alone' }),
  ).toBeVisible();
});
