import { expect, test } from '@playwright/test';

// Runs last: what it makes pushes the jobs of all others off the first page.
test('reaches every job: a page at a time, and by a word of its name', async ({ page, request }) => {
  for (let number = 1; number <= 60; number++) {
    const made = await request.post('/api/jobs', {
      data: { name: `Row of sheds ${number}`, codeBasis: 'us', meanMaxTempC: 20 },
    });
    expect(made.status()).toBe(201);
  }
  await page.goto('/jobs');
  const rows = page.locator('[data-job]');
  await expect(rows).toHaveCount(50);
  await page.getByLabel('Search').fill('row of sheds');
  await expect(page.getByText('60 jobs')).toBeVisible();
  await expect(page.getByText('1 of 2')).toBeVisible();
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(rows).toHaveCount(10);
  await expect(rows.last()).toHaveAttribute('data-job', 'Row of sheds 1');
  // From the second page a narrower search leads to the first.
  await page.getByLabel('Search').fill('sheds 17');
  await expect(rows).toHaveCount(1);
  await page.getByLabel('Search').fill('no such shed');
  await expect(page.getByText('No job has that in its name.')).toBeVisible();
  await page.getByLabel('Search').fill('');
  await expect(rows).toHaveCount(50);
});
