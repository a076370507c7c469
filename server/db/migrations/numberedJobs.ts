import { TableIndex, type MigrationInterface, type QueryRunner } from "typeorm";

/**
 * No two jobs bear one number: the database sees to it. Where a folder was put together from two, the older job keeps
 * a number and the newer one takes the next that is free.
 */
export class NumberedJobs1764700000000 implements MigrationInterface {
  name = "NumberedJobs1764700000000";

  async up(runner: QueryRunner): Promise<void> {
    const jobs: { id: string; number: number | null }[] = await runner.manager
      .createQueryBuilder()
      .select("j.id", "id")
      .addSelect("j.number", "number")
      .from("job", "j")
      .orderBy("j.createdAt", "ASC")
      .getRawMany();
    const taken = new Set<number>();
    let next = Math.max(0, ...jobs.map((j) => j.number ?? 0)) + 1;
    for (const { id, number } of jobs) {
      if (number === null) continue;
      if (taken.has(number)) {
        await runner.manager.createQueryBuilder().update("job").set({ number: next }).where({ id }).execute();
        next += 1;
      } else taken.add(number);
    }
    await runner.createIndex("job", new TableIndex({ name: "ux_job_number", columnNames: ["number"], isUnique: true }));
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.dropIndex("job", "ux_job_number");
  }
}
