import { Button } from "antd";
import { useMemo } from "react";
import { useNavigate, useSearchParams } from "react-router";
import type { Operation, Setup } from "../../../contract";
import { useShopQuery, useVehicleQuery } from "../../data/api";
import { useUnits } from "../../format/units";
import { late } from "../../ui/late";
import { Answer } from "../../ui/Answer";
import { Empty } from "../../ui/states";
import {
  findReading,
  mainPair,
  resultOf,
  type Phase,
  nextPosition,
  pictureUnder,
  withTravel,
  type BenchSetup,
  NO_OBSTACLES,
  exampleGearbox,
  exampleSetups,
} from "../../../domain";
import type { StageProps } from "../../data/stage";
import { newId } from "../../data/saving";
import { flatAddress } from "../../data/flatPicture";
import { SlackChain } from "../slack";
import type { LeverPicture, Taped } from "../throwBench";
import { FitKey } from "../throwBench";
import { ThrowBench } from "../throwBench";
import { StageTabs } from "../../pieces/job/StageTabs";

const FindLever = late(() => import("../findLever").then((m) => m.FindLever));
const MountRoom = late(() => import("../mounts").then((m) => m.MountRoom));

const TOOLS = [
  ["", "Throw"],
  ["find", "Find"],
  ["slack", "Slack"],
  ["mounts", "Mounts"],
] as const;

/** Old against new: the throw bench, and the slack chain that goes with the lever chosen on it. */
export default function CompareStage(props: StageProps) {
  const [params] = useSearchParams();
  const tool = params.get("tool");
  const tabs = <StageTabs tools={TOOLS} shown={tool} />;
  if (tool === "find") return <FindLever {...props} tabs={tabs} />;
  if (tool === "mounts") return <MountRoom {...props} tabs={tabs} />;
  return tool === "slack" ? <SlackChain {...props} tabs={tabs} /> : <CompareBench {...props} tabs={tabs} />;
}

/** The photographs of the job's levers, by setup. */
function picturesOf({ sheetPhoto, photo, setup }: StageProps["view"]): ReadonlyMap<string, LeverPicture> {
  const found = new Map<string, LeverPicture>();
  for (const record of sheetPhoto) {
    const picture = photo.find((p) => p.id === record.photoId);
    if (!picture || record.corners.length !== 4) continue;
    const href = flatAddress(picture, record);
    for (const part of ["old", "new"] as const) {
      const id = part === "old" ? record.oldSetupId : record.newSetupId;
      const lever = setup.find((s) => s.id === id)?.lever;
      const under = id && lever && pictureUnder(record, picture, part, lever);
      if (under) found.set(id, { ...under, href, sheet: record.sheet });
    }
  }
  return found;
}

/** The throw bench inside a job: setups are records, choosing is the result. */
function CompareBench({ view, edit, tabs }: StageProps & { tabs: React.ReactNode }) {
  const { job, vehicle, setup } = view;
  const navigate = useNavigate();
  const units = useUnits();
  const { data: shop } = useShopQuery();
  const currency = shop?.shop.currency ?? "";
  const pictures = useMemo(() => picturesOf(view), [view]);
  const sorted = [...setup].sort((a, b) => Number(a.role === "candidate") - Number(b.role === "candidate"));
  const gearbox = vehicle.gearbox;

  if (!gearbox || !sorted.length || sorted[0].role !== "old") {
    return <NothingToCompare view={view} edit={edit} tabs={tabs} />;
  }

  const taped =
    (phase: Phase) =>
    (fromGear: string, toGear: string): Taped | null => {
      const reading = findReading(view.reading, { quantity: "throw", fromGear, toGear }, phase);
      if (!reading) return null;
      const r = resultOf(reading);
      return { meanMm: r.mean, expandedMm: r.expanded, reading };
    };
  /** The lever decided on, as a line of the parts list. */
  const partOf = (candidate: BenchSetup): Operation => ({
    op: "create",
    resource: "part",
    id: newId(),
    data: {
      jobId: job.id,
      name: candidate.name,
      maker: candidate.source,
      price: candidate.price,
      position: nextPosition(view.part),
    },
  });
  /** Decided for this lever, and on the parts list where it is not yet. */
  const decided = (candidate: BenchSetup, choiceReason: string): Operation[] => [
    {
      op: "update",
      resource: "job",
      id: job.id,
      version: job.version,
      data: { chosenSetupId: candidate.id, choiceReason },
    },
    ...(view.part.some((p) => p.name === candidate.name) ? [] : [partOf(candidate)]),
  ];
  const recordOf = (id: string): Setup | undefined => setup.find((s) => s.id === id);
  const after = job.chosenSetupId ? taped("after") : () => null;

  return (
    <ThrowBench
      gearbox={gearbox}
      setups={sorted as BenchSetup[]}
      chosenId={job.chosenSetupId}
      tabs={tabs}
      pair={mainPair(gearbox)}
      currency={currency}
      pictures={pictures}
      taped={taped("before")}
      tapedAfter={after}
      surroundings={vehicle.surroundings ?? NO_OBSTACLES}
      onMeasure={() => void navigate(`/jobs/${job.id}/gauge`)}
      onSurroundings={(surroundings, label) => edit.update("vehicle", vehicle, { surroundings }, label)}
      onTravel={(gears, travel) =>
        edit.update(
          "vehicle",
          vehicle,
          { gearbox: withTravel(gearbox, gears, travel) },
          `Rail travel of ${gears.negative} and ${gears.positive} from the tape`,
        )
      }
      onImport={(file) =>
        edit.all(
          `${file.levers.length} levers from a file`,
          file.levers.map((l, i) => ({
            op: "create" as const,
            resource: "setup" as const,
            id: newId(),
            data: {
              ...l,
              jobId: job.id,
              role: "candidate" as const,
              origin: "claimed" as const,
              position: nextPosition(setup) + i,
            },
          })),
        )
      }
      onFitNotch={(candidate, patch, words) => {
        const record = recordOf(candidate.id);
        if (!record) return;
        edit.all(`Fit ${candidate.name}: ${words}`, [
          {
            op: "update",
            resource: "setup",
            id: record.id,
            version: record.version,
            data: { lever: patch.lever, notches: patch.notches },
          },
          ...decided(candidate, words),
        ]);
      }}
      onPatch={(id, patch, label) => {
        const record = recordOf(id);
        if (record) edit.update("setup", record, patch, label);
      }}
      onAdd={() => {
        const [old] = sorted;
        return edit.create(
          "setup",
          {
            ...fieldsOf(old as BenchSetup),
            jobId: job.id,
            role: "candidate",
            name: nextName(setup),
            // It begins as the old lever and says so: no figure of it is known yet.
            lever: old.lever,
            notches: null,
            origin: "missing",
            source: "",
            shown: true,
            position: nextPosition(setup),
          },
          "Lever to compare",
        );
      }}
      onRemove={(id) => {
        const record = recordOf(id);
        if (!record) return;
        const clear = job.chosenSetupId === id;
        edit.all(`${record.name} off the bench`, [
          { op: "delete", resource: "setup", id, version: record.version },
          ...(clear
            ? [
                {
                  op: "update" as const,
                  resource: "job" as const,
                  id: job.id,
                  version: job.version,
                  data: { chosenSetupId: null },
                },
              ]
            : []),
        ]);
      }}
      decide={(candidate, against) =>
        candidate.id === job.chosenSetupId ? (
          <Button onClick={() => edit.update("job", job, { chosenSetupId: null, choiceReason: "" }, "Choice undone")}>
            Undo the choice
          </Button>
        ) : (
          <FitKey
            name={candidate.id}
            label="Fit this lever"
            {...against}
            onFit={(reason) => edit.all(`Fit ${candidate.name}`, decided(candidate, reason))}
          />
        )
      }
      extra={
        units.system === "inch" ? <span className="lb">figures in inches; the other unit is beside</span> : undefined
      }
    />
  );
}

/** A bench without gears or without the old lever: how to begin. */
function NothingToCompare({ view, edit, tabs }: Pick<StageProps, "view" | "edit"> & { tabs: React.ReactNode }) {
  const { job, vehicle } = view;
  const { gearbox } = vehicle;
  const navigate = useNavigate();
  const { data: dossier } = useVehicleQuery(vehicle.id);
  const ofSheet = dossier?.sheet?.lever ?? null;
  const begin = (known: Setup["lever"] | null): void => {
    const [example] = exampleSetups(vehicle.shifterKind);
    const usual = known ? { ...example, lever: known, source: dossier?.sheet?.name ?? "" } : example;
    // A knob height that was measured is not asked for again.
    const height = findReading(view.reading, { quantity: "knobHeight", fromGear: "", toGear: "" }, "before");
    const knob = height ? { ...usual.lever.knob, zMm: resultOf(height).mean } : usual.lever.knob;
    const old = { ...usual, lever: { ...usual.lever, knob } };
    edit.all("Put the old lever on the bench", [
      ...(gearbox
        ? []
        : [
            {
              op: "update" as const,
              resource: "vehicle" as const,
              id: vehicle.id,
              version: vehicle.version,
              data: { gearbox: exampleGearbox(vehicle.shifterKind) },
            },
          ]),
      {
        op: "create",
        resource: "setup",
        id: newId(),
        data: { ...fieldsOf(old), jobId: job.id, origin: known ? "specified" : "estimated", position: 0 },
      },
    ]);
  };
  return (
    <>
      <Answer acts={tabs}>
        <b>Put the old lever on the bench first.</b> Everything is compared with it.
      </Answer>
      <Empty
        title={gearbox ? "No lever on the bench yet" : "Neither gears nor lever are known yet"}
        acts={
          <>
            {ofSheet && (
              <Button type="primary" onClick={() => begin(ofSheet)}>
                Begin with the lever of its sheet
              </Button>
            )}
            <Button type={ofSheet ? "default" : "primary"} onClick={() => begin(null)}>
              Begin with a usual lever and correct it
            </Button>
            <Button onClick={() => void navigate(`/vehicles/${vehicle.id}`)}>Enter the gearbox</Button>
            <Button onClick={() => void navigate("/tour")}>Five minutes on an example</Button>
          </>
        }
      >
        A lever is three measures: knob above pivot, pin below pivot, pin to joint. The usual lever comes marked as
        estimated; drag its points or type over them as you measure, and mark it as measured.
      </Empty>
    </>
  );
}

const fieldsOf = (s: BenchSetup) => ({
  role: s.role,
  name: s.name,
  lever: s.lever,
  pivot: s.pivot,
  origin: s.origin,
  claimedReductionPct: null,
  price: null,
  source: s.source,
  shown: true,
});

const nextName = (setups: readonly Setup[]): string => {
  const n = setups.filter((s) => s.role === "candidate").length;
  return `Lever ${n + 2}`;
};
