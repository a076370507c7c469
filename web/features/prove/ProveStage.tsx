import { Button } from "antd";
import { useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { quantityKinds } from "../../../contract";
import { formatNumber, type QuantityKind } from "../../../core";
import { useKeys } from "../../data/useKeys";
import { useUnits } from "../../format/units";
import { Answer } from "../../ui/Answer";
import { Figure, OriginLegend } from "../../ui/marks";
import { TextField } from "../../ui/TextField";
import { useVehicleQuery } from "../../data/api";
import { useAppSelector } from "../../data/hooks";
import { useTemplates } from "../../data/useTemplates";
import { withPending } from "../../data/saving";
import { todayHere } from "../../format/dates";
import { LookAgain } from "../../pieces/rechecks/LookAgain";
import {
  compared,
  findReading,
  measurandKey,
  measurandsOf,
  kindRechecks,
  proposedRechecks,
  resultOf,
  topicsOf,
} from "../../../domain";
import { measurandName, ReadingCards } from "../../pieces/readings/ReadingCard";
import { JobHistory } from "../../pieces/job/JobHistory";
import type { StageProps } from "../../data/stage";
import { useObservationWords } from "../../data/useKnowledge";
import { AsExpected } from "./AsExpected";
import { CloseJob } from "./CloseJob";
import { Expected } from "./Expected";
import { Handback } from "./Handback";
import { anyChange, proofOf, simulatedNote } from "../../pieces/job/headline";
import { LeftOver } from "./LeftOver";
import { RoadTable } from "../../pieces/vibration/RoadTable";
import { ShakeProved } from "../../pieces/vibration/ShakeProved";
import { BeforeAfterScale } from "../../pieces/BeforeAfterScale";
import { LedgerTable } from "../../ui/LedgerTable";
import css from "./prove.module.css";

/** Before against after: is the change real, was the claim true. */
export default function ProveStage({ view, edit }: StageProps) {
  const { job } = view;
  const navigate = useNavigate();
  const units = useUnits();
  const [focus, setFocus] = useState(0);
  const cards = measurandsOf(view).filter(
    (m) => findReading(view.reading, m, "before") || findReading(view.reading, m, "after"),
  );
  const keys = useMemo(() => ({ n: () => setFocus((f) => f + 1) }), []);
  useKeys(keys);
  const words = useObservationWords();
  const claim = view.setup.find((c) => c.id === job.chosenSetupId)?.claimedReductionPct ?? null;
  const missing = cards.filter((m) => !findReading(view.reading, m, "after"));
  const [proof, ...others] = proofOf(view, units, words);
  const topics = topicsOf(view);
  // Where the complaint itself is not answered yet, what is still to measure comes first.
  const answered = proof && (!topics.length || proof.topic === topics[0] || !missing.length);
  const change = anyChange(view, cards, units);

  return (
    <>
      <Answer
        acts={
          <>
            <CloseJob view={view} edit={edit} />
            <Button type="primary" onClick={() => void navigate(`/jobs/${job.id}/record`)}>
              Print the record
            </Button>
          </>
        }
      >
        {!cards.length && !proof ? (
          <>
            <b>Nothing was measured before.</b> Without a reading before, no change can be shown.
          </>
        ) : answered ? (
          <>
            <b>{proof.lead}</b> {proof.rest} {others.map((o) => `${o.lead} ${o.rest}`.trim()).join(" ")}{" "}
            {simulatedNote(view)}
          </>
        ) : missing.length ? (
          <>
            <b>Take the same readings again,</b> the same way:{" "}
            {missing
              .map((m) => (m.quantity === "throw" ? `throw ${measurandName(m)}` : measurandName(m).toLowerCase()))
              .join(", ")}
            .
          </>
        ) : change ? (
          <b>{change}</b>
        ) : (
          <>
            <b>No measurable change.</b> Every difference is within its own measuring error.
          </>
        )}
      </Answer>
      <div className="prove">
        <div>
          {cards.length > 0 && <ComparisonTable view={view} claim={claim} cards={cards} />}
          <LeftOver view={view} edit={edit} />
          <ShakeProved view={view} />
          {(view.job.roughness || view.recording.length > 0) && <RoadTable view={view} edit={edit} />}
          <AsExpected view={view} />
          <Expected view={view} />
          <div className="rcards">
            <ReadingCards view={view} edit={edit} phase="after" cards={cards} missing={missing} focus={focus} />
          </div>
        </div>
        <aside className="sect">
          <Handback view={view} edit={edit} />
          <h2 className="hd2" style={{ marginTop: 16 }}>
            Verdict
          </h2>
          <TextField
            label="What is left of the complaint, in a few words"
            lines={4}
            value={job.verdict}
            placeholder="Slop gone, neutral plain to feel. A little more noise at idle."
            onCommit={(verdict) => edit.update("job", job, { verdict }, "Verdict")}
          />
          <p className="lb" style={{ marginTop: 8 }}>
            It is printed on the customer’s sheet.{" "}
            {units.system === "inch" ? "Figures there are in inches and millimetres." : ""}
          </p>
          <Again view={view} edit={edit} />
          <h2 className="hd2" style={{ marginTop: 16 }}>
            Edits
          </h2>
          <JobHistory scope={`job:${job.id}`} empty="No edits since the job was opened." />
        </aside>
      </div>
    </>
  );
}

/** What this job leaves to be looked at again. */
function Again({ view, edit }: StageProps) {
  const pending = useAppSelector((s) => s.saving.pending);
  const { data } = useVehicleQuery(view.vehicle.id);
  const workshop = useTemplates();
  const rechecks = withPending(data?.recheck ?? [], "recheck", pending, (r) => r.vehicleId === view.vehicle.id);
  return (
    <LookAgain
      vehicle={view.vehicle}
      rechecks={rechecks}
      parts={view.part}
      jobId={view.job.id}
      proposed={[...proposedRechecks(view, todayHere()), ...kindRechecks(view, workshop?.offered ?? [], todayHere())]}
      edit={edit}
    />
  );
}

function ComparisonTable({
  view,
  claim,
  cards,
}: Pick<StageProps, "view"> & { claim: number | null; cards: ReturnType<typeof measurandsOf> }) {
  const units = useUnits();
  const show = (value: number, u: number, kind: QuantityKind) => (
    <Figure origin="measured" wide>
      {units.bare(value, kind)} ±{units.bare(u, kind)}
    </Figure>
  );
  return (
    <section className="sect">
      <h2 className="hd2">
        Before and after{" "}
        <span className="lb">
          {units.label("length")}; a change smaller than its own uncertainty is “within measuring error”
        </span>
      </h2>
      <div className={css.scrollx}>
        <LedgerTable
          heads={[
            "what",
            ["before", "och"],
            ["after", "teal"],
            "difference",
            "shorter by",
            ["on the scale", "txt apart"],
            "change",
          ]}
        >
          {cards.map((m) => {
            const before = findReading(view.reading, m, "before");
            const after = findReading(view.reading, m, "after");
            const both = before && after ? compared(before, after) : null;
            const kind = quantityKinds[m.quantity];
            const [b, a] = [before && resultOf(before), after && resultOf(after)];
            return (
              <tr key={measurandKey(m)} className={m === cards[0] ? "maj" : undefined}>
                <td>
                  {m.quantity === "throw" ? `throw, ${measurandName(m)}` : measurandName(m).toLowerCase()}
                  {kind !== "length" && `, ${units.label(kind)}`}
                </td>
                <td>{b ? show(b.mean, b.expanded, kind) : <Figure origin="missing" wide />}</td>
                <td className="tint">{a ? show(a.mean, a.expanded, kind) : <Figure origin="missing" wide />}</td>
                <td className="n">
                  {both?.change && b && a
                    ? `${units.difference(b.mean, a.mean, kind)} ±${units.bare(both.change.expanded, kind)}`
                    : ""}
                </td>
                <td className="n">
                  {both?.reduction
                    ? `${formatNumber(both.reduction.pct, 1)} (${formatNumber(both.reduction.lowPct, 1)} to ${formatNumber(both.reduction.highPct, 1)})\u202f%`
                    : ""}
                </td>
                <td style={{ paddingLeft: 14 }}>{b && <BeforeAfterScale before={b} after={a ?? null} />}</td>
                <td className={both?.word === "changed" ? "mos" : "q"}>{both?.word ?? ""}</td>
              </tr>
            );
          })}
          {claim !== null && (
            <tr>
              <td>maker’s claim</td>
              <td />
              <td className="tint" />
              <td />
              <td>
                <Figure origin="claimed">
                  {formatNumber(claim, 1)}
                  {"\u202f%"}
                </Figure>
              </td>
              <td />
              <td />
            </tr>
          )}
        </LedgerTable>
      </div>
      <OriginLegend only={["measured", "claimed", "missing"]} />
    </section>
  );
}
