import { Button, Modal } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { z } from "zod";
import { checkGearbox, gearboxSchema, leverSchema, originWords, point, resources } from "../../../contract";
import type { DriveKind, Gearbox } from "../../../core";
import { useShopQuery, useYardQuery } from "../../data/api";
import { newId, useEdit } from "../../data/saving";
import { useUnits } from "../../format/units";
import { SHIFTER_NAMES } from "../../format/words";
import { QuantityField } from "../../ui/QuantityField";
import { Tag } from "../../ui/pictograms";
import { type BenchSetup, exampleGearbox, exampleSetups, NO_OBSTACLES, type Surroundings } from "../../../domain";
import { localBench, ThrowBench } from "../throwBench";
import { DeskHead, HeadChoice } from "../../pieces/DeskHead";
import { useKept } from "../../data/useLocalDraft";
import { Press } from "../../ui/Press";

const setupSchema = z.object({
  id: z.string(),
  role: z.enum(["old", "candidate"]),
  name: z.string(),
  lever: leverSchema,
  pivot: point(5000),
  taken: resources.setup.shape.taken,
  origin: z.enum(originWords),
  claimedReductionPct: z.number().nullable(),
  price: z.number().nullable(),
  source: z.string(),
  shown: z.boolean(),
  notches: resources.setup.shape.notches.unwrap(),
});
const benchSchema = z.object({
  kind: z.enum(["direct", "rod", "arm", "cable"]),
  gearbox: gearboxSchema,
  setups: z.array(setupSchema).min(1).max(12),
  surroundings: resources.vehicle.shape.surroundings.unwrap().unwrap(),
});
type Bench = { kind: DriveKind; gearbox: Gearbox; setups: BenchSetup[]; surroundings: Surroundings };

const example = (kind: DriveKind): Bench => ({
  kind,
  gearbox: exampleGearbox(kind),
  setups: exampleSetups(kind),
  surroundings: NO_OBSTACLES,
});

const readBench = (value: unknown): Bench | null => {
  // A bench kept by an older version has its obstacles under "near".
  const parsed = benchSchema.safeParse(
    value && typeof value === "object" && "near" in value ? { surroundings: value.near, ...value } : value,
  );
  return parsed.success && !checkGearbox(parsed.data.gearbox, parsed.data.kind) ? parsed.data : null;
};

/** The throw bench without a job; what stands on it can be taken into one. */
export function DeskBench() {
  const [bench, setBench] = useKept<Bench>("bench", () => example("rod"), readBench);
  const [taking, setTaking] = useState(false);
  const [undo, setUndo] = useState<Bench[]>([]);
  const { data: shop } = useShopQuery();
  const units = useUnits();
  const change = (next: Bench): void => {
    setUndo([...undo.slice(-49), bench]);
    setBench(next);
  };
  const first = bench.gearbox.gears[0];
  const travel = bench.kind === "arm" ? first.travelDeg : first.travelMm;
  return (
    <>
      <DeskHead name="Throw bench">
        <HeadChoice
          width={150}
          label="Shifter"
          value={bench.kind}
          options={SHIFTER_NAMES}
          onChange={(kind) => change(example(kind))}
        />
        <div style={{ width: 190 }}>
          <QuantityField
            label={bench.kind === "arm" ? "arm turns, each way" : "rail travels, each way"}
            kind={bench.kind === "arm" ? "angle" : "length"}
            base={Math.abs(travel ?? 0)}
            min={0.1}
            max={bench.kind === "arm" ? 90 : 100}
            onCommit={({ base }) =>
              change({
                ...bench,
                gearbox: {
                  ...bench.gearbox,
                  gears: bench.gearbox.gears.map((g) =>
                    bench.kind === "arm"
                      ? { ...g, travelDeg: Math.sign(g.travelDeg ?? 1) * base }
                      : { ...g, travelMm: Math.sign(g.travelMm ?? 1) * base },
                  ),
                },
              })
            }
          />
        </div>
        <Button
          disabled={!undo.length}
          onClick={() => {
            const last = undo.at(-1);
            if (last) setBench(last);
            setUndo(undo.slice(0, -1));
          }}
        >
          Undo
        </Button>
        <Button onClick={() => setTaking(true)}>Take into a job</Button>
      </DeskHead>
      <div className="stage">
        <ThrowBench
          currency={shop?.shop.currency ?? ""}
          {...localBench(bench, (next) => change({ ...next, kind: next.setups[0].lever.drive.kind }))}
          extra={units.system === "inch" ? <span className="lb">travel in inches</span> : undefined}
        />
      </div>
      {taking && <TakeIntoJob bench={bench} onClose={() => setTaking(false)} />}
    </>
  );
}

/** Open jobs offered at once; the newest of what is ready to work on come first. */
const MOST_JOBS = 500;

function TakeIntoJob({ bench, onClose }: { bench: Bench; onClose: () => void }) {
  const { data } = useYardQuery({ limit: MOST_JOBS });
  const edit = useEdit("shop");
  const navigate = useNavigate();
  return (
    <Modal open title="Take these levers into a job" onCancel={onClose} footer={null}>
      <p className="q">They are added to the levers on the job’s bench, marked as they are here.</p>
      <ul className="lined pickv" style={{ marginTop: 10 }}>
        {data?.jobs.map((j) => (
          <li key={j.id}>
            <Press
              onClick={() => {
                edit.all(
                  `Levers from the desk into job ${j.number}`,
                  bench.setups.map((s, i) => ({
                    op: "create" as const,
                    resource: "setup" as const,
                    id: newId(),
                    data: {
                      jobId: j.id,
                      role: s.role,
                      name: s.name,
                      lever: s.lever,
                      pivot: s.pivot,
                      origin: s.origin,
                      claimedReductionPct: s.claimedReductionPct,
                      price: s.price,
                      source: s.source,
                      notches: s.notches,
                      position: 100 + i,
                    },
                  })),
                );
                onClose();
                void navigate(`/jobs/${j.id}/compare`);
              }}
            >
              <Tag text={j.tag} />
              <span>
                <b className="rt">{j.title}</b>
                <span className="lb">job {j.number}</span>
              </span>
            </Press>
          </li>
        ))}
      </ul>
      {data?.jobs.length === 0 && <p>No job is open.</p>}
    </Modal>
  );
}
