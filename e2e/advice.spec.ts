import { expect, kept, test, visit } from './fixtures';

/** Advice that is an act: seen first, done with one press, undone. */

test('@phone a check that asks is answered with one press, seen first, and undone', async ({ page, server }) => {
  await visit(page, server, '/looks/saltmarsh-4/palette');
  const anchor = page.getByTestId('check-anchor');
  await expect(anchor).toContainText('Nothing in the picture is both bright and neutral');
  await anchor.getByRole('button', { name: /^What would help/ }).click();
  const remedy = anchor.getByTestId('proposal').first();
  await expect(remedy).toContainText('It holds then.');
  await remedy.getByRole('button', { name: /^See/ }).click();
  await expect(remedy.getByRole('button', { name: 'Hold to see it as it is now' })).toBeVisible();
  await remedy.getByRole('button', { name: /^Do it/ }).click();
  await expect(anchor).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect(anchor).toBeVisible();
});

test('@phone cautions have their ways out as buttons; sockets, hands and ceiling are minded', async ({ page, server }) => {
  await visit(page, server, '/looks/saltmarsh-1/brief');
  const power = page.getByRole('textbox', { name: 'Power at the sockets' });
  await power.fill('200');
  await power.press('Enter');
  await visit(page, server, '/looks/saltmarsh-1/sheet/safety');
  await expect(page.getByTestId('caution-power-stop')).toContainText(/W at sockets that give 200 W/);
  const stands = page.getByTestId(/^caution-stand/).first();
  await expect(stands).toContainText('Stands not weighed down');
  await stands.getByRole('button', { name: /^Weigh down: / }).click();
  await expect(page.getByText('Stands not weighed down')).toHaveCount(0);
  await expect(page.getByTestId(/^caution-heat/)).toHaveCount(1);
  await kept(page);
});

test('@phone a light goes back to where it stood', async ({ page, server }) => {
  await visit(page, server, '/looks/saltmarsh-1/set');
  const height = page.getByRole('textbox', { name: 'Height', exact: true }).first();
  const before = await height.inputValue();
  await height.fill('2.6');
  await height.press('Enter');
  const stood = page.getByTestId(/^stood-/).first();
  await expect(stood).toContainText('until');
  await stood.getByRole('button', { name: /^Back to/ }).click();
  await expect(height).toHaveValue(before);
  await kept(page);
});
