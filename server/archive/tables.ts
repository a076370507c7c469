import { writeTable } from "../../core";
import type { Records } from "./contents";

/** The same as tables that any program reads: readings, torque, parts. */
export function tablesOf(records: Records): Record<string, string> {
  const tags = new Map((records.vehicle ?? []).map((v) => [v.id, v.tag]));
  const jobs = new Map(
    (records.job ?? []).map((j) => [j.id, { number: String(j.number ?? ""), tag: tags.get(j.vehicleId) ?? "" }]),
  );
  const of = (jobId: string): string[] => [jobs.get(jobId)?.tag ?? "", jobs.get(jobId)?.number ?? ""];
  const groups = new Map((records.torqueGroup ?? []).map((g) => [g.id, g]));
  return {
    "readings.csv": writeTable(
      [
        "tag",
        "job",
        "quantity",
        "phase",
        "from gear",
        "to gear",
        "place",
        "readings",
        "resolution",
        "method",
        "taken at",
        "simulated",
      ],
      (records.reading ?? []).map((r) => [
        ...of(r.jobId),
        r.quantity,
        r.phase,
        r.fromGear,
        r.toGear,
        r.place ?? "",
        r.values.map((v) => v.typed).join("; "),
        r.resolution?.typed ?? "",
        r.method,
        r.takenAt ?? "",
        r.simulated ? "yes" : "no",
      ]),
    ),
    "torque.csv": writeTable(
      ["tag", "job", "where", "specification", "source", "bolt", "pass", "reading", "tool", "at", "load state"],
      (records.signature ?? []).map((s) => {
        const group = groups.get(s.groupId);
        return [
          ...of(s.jobId),
          group?.name ?? "",
          group?.specTyped ?? "",
          group?.specSource ?? "",
          String(s.bolt),
          s.pass,
          s.reading?.typed ?? "",
          s.tool,
          s.at ?? "",
          s.load.join(", "),
        ];
      }),
    ),
    "parts.csv": writeTable(
      ["tag", "job", "part", "number", "maker", "quantity", "price", "state"],
      (records.part ?? []).map((p) => [
        ...of(p.jobId),
        p.name,
        p.number,
        p.maker,
        String(p.quantity),
        p.price === null ? "" : String(p.price),
        p.alternative ? "considered" : p.state,
      ]),
    ),
  };
}
