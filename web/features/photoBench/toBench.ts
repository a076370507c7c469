import type { JobView, Operation, Setup } from "../../../contract";
import type { SheetPoint } from "../../../core";
import { exampleGearbox, exampleSetups, leverFrom, nextPosition, type BenchSetup } from "../../../domain";
import { newId } from "../../data/saving";
import type { Bench } from "./usePhotoBench";

const TAKEN = { knob: "photo", pin: "photo" } as const;

/**
 * What puts the levers of a picture on the throw bench: the old one takes the place of the old lever there is, the new
 * one that of the lever it was put on the bench as before, or comes as one more. Rod and joint stay as they are, as no
 * picture of a lever shows them.
 */
export function toBench(view: JobView, bench: Bench): Operation[] {
  const { live, places } = bench;
  if (!live || !places || !bench.record) return [];
  const { job, vehicle, setup } = view;
  const at: Record<string, SheetPoint> = Object.fromEntries(places.points.map((p) => [p.name, p]));
  const standing = setup.find((s) => s.role === "old");
  const [usual] = exampleSetups(vehicle.shifterKind);
  const like: BenchSetup["lever"] = (standing as BenchSetup | undefined)?.lever ?? usual.lever;
  const operations: Operation[] = [];
  const put = (part: "old" | "new", before: Setup | undefined, name: string): string | null => {
    const found = leverFrom(at, part, live.front, like);
    if (!found) return null;
    if (before) {
      operations.push({
        op: "update",
        resource: "setup",
        id: before.id,
        version: before.version,
        data: { lever: { ...before.lever, ...found }, origin: "measured", taken: { ...before.taken, ...TAKEN } },
      });
      return before.id;
    }
    const id = newId();
    operations.push({
      op: "create",
      resource: "setup",
      id,
      data: {
        jobId: job.id,
        role: part === "old" ? "old" : "candidate",
        name,
        lever: { ...like, ...found },
        origin: "measured",
        // Nobody measured the joint: it came with the usual lever.
        taken: { ...TAKEN, ...(!standing && { far: "byEye" as const }) },
        position: part === "old" ? 0 : nextPosition(setup) + 1,
      },
    });
    return id;
  };
  const oldSetupId = put("old", standing, "Old lever");
  const newSetupId = put(
    "new",
    setup.find((s) => s.id === live.newSetupId),
    "New lever, by photo",
  );
  if (!oldSetupId && !newSetupId) return [];
  if (!vehicle.gearbox) {
    operations.unshift({
      op: "update",
      resource: "vehicle",
      id: vehicle.id,
      version: vehicle.version,
      data: { gearbox: exampleGearbox(vehicle.shifterKind) },
    });
  }
  operations.push({
    op: "update",
    resource: "sheetPhoto",
    id: bench.record.id,
    version: bench.record.version,
    data: { oldSetupId, newSetupId },
  });
  return operations;
}
