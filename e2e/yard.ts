import { expect, type Page } from "./test";

/** Opens a job of the demo from the Yard by its number. */
export async function openJob(page: Page, number: number, stage: string): Promise<void> {
  const response = await page.request.get("/api/yard");
  const { jobs } = (await response.json()) as { jobs: { id: string; number: number }[] };
  const job = jobs.find((j) => j.number === number);
  expect(job, `job ${number} in the yard`).toBeTruthy();
  await page.goto(`/jobs/${job?.id}/${stage}`);
  await expect(page.getByRole("tab", { selected: true })).toBeVisible();
}

/** Everything typed has reached the server. */
export const saved = (page: Page): Promise<void> =>
  expect(page.getByRole("status").filter({ hasText: /^(Saved|All saved)/ })).toBeVisible();

export const answer = (page: Page) => page.getByRole("region", { name: "Answer" });

/** Figures are written with thin and no-break spaces; tests read them plainly. */
export const plain = async (page: Page): Promise<string> =>
  ((await answer(page).textContent()) ?? "").replace(/[\u202f\u00a0]/g, " ");
