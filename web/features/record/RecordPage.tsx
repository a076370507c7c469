import { Button } from "antd";
import { useNavigate, useParams } from "react-router";
import { quantityKinds, runConditions, type JobView, type Signature, type TorqueGroup } from "../../../contract";
import { formatInchFraction, formatNumber, formatQuantity, readTorque, type QuantityKind } from "../../../core";
import { useShopQuery } from "../../app/api";
import { dateText, gearWord, LOAD_NAMES, METHOD_NAMES, vehicleTitle } from "../../format/words";
import { useUnits } from "../../format/units";
import { OriginLegend, OriginMark } from "../../ui/marks";
import { Tag } from "../../ui/pictograms";
import { Skeleton, Trouble } from "../../ui/states";
import { torqueWords } from "../../ui/SpecField";
import { TOOL_NAMES } from "../set/names";
import { useObservationWords } from "../knowledge/useKnowledge";
import { limitsOf, progressOf, specOf } from "../fit/progress";
import { measurandsOf } from "../gauge/GaugeStage";
import { comparisonOf, findReading, measurandKey, resultOf } from "../gauge/readings";
import { measurandName } from "../gauge/ReadingCard";
import { useJobView, usePeople } from "../job/useJobView";
import { CLAIM_WORDS, claimVerdict } from "../prove/claim";
import { CONDITION_NAMES } from "../vibration/names";
import { pairText, shakePairs } from "../vibration/pairs";
import { useRunWords } from "../vibration/Verdict";
import "./record.css";

/** The sheet the customer takes home, and the shop's own record. */
export function RecordPage() {
  const { jobId = "" } = useParams();
  const { view, error, refetch } = useJobView(jobId);
  const { data: shop } = useShopQuery();
  const navigate = useNavigate();
  if (!view) return error ? <Trouble error={error} retry={() => void refetch()} /> : <Skeleton rows={14} />;
  return (
    <div className="recpage">
      <title>{`Record of job ${view.job.number ?? ""}, ${view.vehicle.tag} · Ash Lever`}</title>
      <div className="recbar noprint">
        <Button onClick={() => void navigate(`/jobs/${jobId}/prove`)}>Back to the job</Button>
        <span className="lb">
          Prints on A4, black and white will do. To keep it as a file, choose “save as PDF” when printing.
        </span>
        <Button type="primary" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <article className="sheet-a4">
        <RecordHead view={view} shopName={shop?.shop.name ?? ""} />
        <Summary view={view} />
        <Complaint view={view} />
        <Measured view={view} />
        <Shook view={view} />
        <Fitted view={view} currency={shop?.shop.currency ?? ""} />
        <Torqued view={view} />
        <WasSet view={view} />
        <Watch view={view} />
        <Pictures view={view} />
        <footer>
          <OriginLegend />
          <p className="lb">
            Modified mounts and levers may need local approval or inspection: local rules decide. First drive slow,
            every gear at rest first, reverse only with its lockout.
          </p>
        </footer>
      </article>
    </div>
  );
}

function RecordHead({ view, shopName }: { view: JobView; shopName: string }) {
  const { vehicle, job } = view;
  // The figure of the visit, not of today: the last one read before the job was closed.
  const until = (job.closedAt ?? new Date().toISOString()).slice(0, 10);
  const km = vehicle.odometer.filter((o) => o.date <= until).at(-1);
  return (
    <header className="rechead">
      <div>
        <p className="lb">{shopName}</p>
        <h1>{vehicleTitle(vehicle)}</h1>
        <p>
          {[vehicle.owner, km && `${formatNumber(km.km, 0)} km on ${dateText(km.date)}`].filter(Boolean).join(" · ")}
        </p>
      </div>
      <div className="recno">
        <Tag text={vehicle.tag} strong />
        <p className="lb">
          Job {job.number}, {dateText(job.openedAt)}
          {job.closedAt ? ` to ${dateText(job.closedAt)}` : ""}
        </p>
      </div>
    </header>
  );
}

function Summary({ view }: { view: JobView }) {
  const [main] = measurandsOf(view);
  const before = findReading(view.reading, main, "before");
  const after = findReading(view.reading, main, "after");
  const chosen = view.setup.find((s) => s.id === view.job.chosenSetupId);
  const result = before && after ? comparisonOf(before, after) : null;
  const pair = `${gearWord(main.fromGear)} to ${gearWord(main.toGear)}`;
  const reduction = result?.reduction;
  const claim = chosen?.claimedReductionPct ?? null;
  return (
    <section className="recsum">
      {reduction && result?.change ? (
        <p>
          <b>
            The throw from {pair} is {formatNumber(Math.abs(reduction.pct), 1)}
            {"\u202f% "}
            {reduction.pct >= 0 ? "shorter" : "longer"}
          </b>
          , between {formatNumber(reduction.lowPct, 1)} and {formatNumber(reduction.highPct, 1)}
          {"\u202f%"} as measured
          {result.change.verdict === "not shown"
            ? "; the change is smaller than the measuring error and so not shown"
            : ""}
          .{" "}
          {claim !== null && (
            <>
              The maker claims {formatNumber(claim, 0)}
              {"\u202f%"}: the claim {CLAIM_WORDS[claimVerdict(reduction, claim)]}.
            </>
          )}
        </p>
      ) : (
        <p>
          <b>The work is not measured yet.</b>{" "}
          {before ? "The readings after it are still to take." : "No readings were taken."}
        </p>
      )}
      {view.job.verdict && <p>{view.job.verdict}</p>}
    </section>
  );
}

function Complaint({ view }: { view: JobView }) {
  const words = useObservationWords();
  const from = (answers: Record<string, string>, state: "present" | "absent"): string =>
    Object.entries(answers)
      .flatMap(([id, s]) => (s === state ? [words.get(id) ?? id] : []))
      .map((label) => label.charAt(0).toLowerCase() + label.slice(1))
      .join("; ");
  const [present, absent] = [from(view.job.symptoms, "present"), from(view.job.symptoms, "absent")];
  const after = (state: "present" | "absent"): string => from(view.job.symptomsAfter ?? {}, state);
  if (!view.job.complaint && !present) return null;
  return (
    <section>
      <h2 className="hd2">What was asked</h2>
      {view.job.complaint && <p>“{view.job.complaint}”</p>}
      {present && <p>Present: {present}.</p>}
      {absent && <p>Absent: {absent}.</p>}
      {after("absent") && <p>After the work it went away: {after("absent")}.</p>}
      {after("present") && <p>After the work it stays: {after("present")}.</p>}
    </section>
  );
}

/** Both units, and a tape's fraction where it was read in inches. */
function useBoth() {
  const units = useUnits();
  return (mm: number, typed?: string, kind: QuantityKind = "length"): string => {
    if (kind !== "length") return `${units.show(mm, kind)} (${units.other(mm, kind)})`;
    const inch = /in|"/.test(typed ?? "") ? formatInchFraction(mm) : formatQuantity(mm, "length", "in", { digits: 2 });
    const metric = formatQuantity(mm, "length", "mm");
    return units.system === "inch" ? `${inch} (${metric})` : `${metric} (${inch})`;
  };
}

function Measured({ view }: { view: JobView }) {
  const both = useBoth();
  const units = useUnits();
  const rows = measurandsOf(view).filter(
    (m) => findReading(view.reading, m, "before") ?? findReading(view.reading, m, "after"),
  );
  if (!rows.length) return null;
  return (
    <section>
      <h2 className="hd2">What was measured</h2>
      <table className="ledger">
        <thead>
          <tr>
            <th>what</th>
            <th>before</th>
            <th>after</th>
            <th>difference</th>
            <th className="txt" style={{ paddingLeft: 10 }}>
              taken with
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((m) => {
            const [b, a] = [findReading(view.reading, m, "before"), findReading(view.reading, m, "after")];
            const change = b && a ? comparisonOf(b, a).change : null;
            const any = b ?? a;
            return (
              <tr key={measurandKey(m)}>
                <td>{m.quantity === "throw" ? `throw, ${measurandName(m)}` : measurandName(m).toLowerCase()}</td>
                <td className="n">
                  {b ? both(resultOf(b).mean, b.values[0].typed, quantityKinds[m.quantity]) : "not taken"}
                </td>
                <td className="n">
                  {a ? both(resultOf(a).mean, a.values[0].typed, quantityKinds[m.quantity]) : "not taken"}
                </td>
                <td className="n">
                  {change &&
                    (change.verdict === "shown"
                      ? `${units.signed(-change.difference, quantityKinds[m.quantity])} ±${units.show(change.expanded, quantityKinds[m.quantity])}`
                      : "not shown")}
                </td>
                <td className="txt" style={{ paddingLeft: 10 }}>
                  {any && `${METHOD_NAMES[any.method]}${any.resolution ? `, to ${any.resolution.typed}` : ""}`}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

/** How it shook: what was recorded, and the marks of the road test. */
function Shook({ view }: { view: JobView }) {
  const words = useRunWords();
  const pairs = shakePairs(view);
  const marks = runConditions.flatMap((c) => {
    const m = view.job.roughness?.marks[c];
    return m && (m.before !== null || m.after !== null) ? [{ c, ...m }] : [];
  });
  const units = useUnits();
  if (!pairs.length && !marks.length) return null;
  const shown = (m: number | null): string => (m === null ? "not marked" : String(m));
  const speed = view.job.roughness?.speedKmh ?? null;
  return (
    <section>
      <h2 className="hd2">How it shook</h2>
      {pairs.map((p) => (
        <p key={p.before.recording.id}>
          {words(p.before).replace(/^./, (c) => c.toUpperCase())}: {pairText(p)}.
        </p>
      ))}
      {marks.length > 0 && (
        <table className="ledger" style={{ marginTop: 8 }}>
          <thead>
            <tr>
              <th>roughness from 0, nothing felt, to 4</th>
              <th>before</th>
              <th>after</th>
            </tr>
          </thead>
          <tbody>
            {marks.map(({ c, before, after }) => (
              <tr key={c}>
                <td>
                  {CONDITION_NAMES[c].replace(/^./, (l) => l.toLowerCase())}
                  {c === "roadSpeed" && speed !== null && `, ${units.show(speed, "speed")}`}
                </td>
                <td className="n">{shown(before)}</td>
                <td className="n">{shown(after)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

function Fitted({ view, currency }: { view: JobView; currency: string }) {
  const fitted = view.part.filter((p) => p.state === "fitted" || p.carriedOver);
  const chosen = view.setup.find((s) => s.id === view.job.chosenSetupId);
  if (!fitted.length && !chosen) return null;
  return (
    <section>
      <h2 className="hd2">What was fitted</h2>
      {chosen && (
        <p>
          Lever: {chosen.name}
          {view.job.choiceReason && `. ${view.job.choiceReason}`}
        </p>
      )}
      {fitted.length > 0 && (
        <table className="ledger">
          <thead>
            <tr>
              <th>part</th>
              <th className="txt">number</th>
              <th className="txt">fits</th>
              <th>how many</th>
              <th>{currency}</th>
            </tr>
          </thead>
          <tbody>
            {fitted.map((p) => (
              <tr key={p.id}>
                <td>
                  {p.name}
                  {p.carriedOver && ", carried over from the old part"}
                </td>
                <td className="txt n">{p.number}</td>
                <td className="txt">
                  {[p.variant, p.builtFrom && `from ${dateText(p.builtFrom)}`, p.builtTo && `to ${dateText(p.builtTo)}`]
                    .filter(Boolean)
                    .join(" ")}
                </td>
                <td className="n">{formatNumber(p.quantity, Number.isInteger(p.quantity) ? 0 : 2)}</td>
                <td className="n">{p.price === null || p.carriedOver ? "" : formatNumber(p.price * p.quantity, 2)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

function Torqued({ view }: { view: JobView }) {
  if (!view.torqueGroup.length) return null;
  return (
    <section>
      <h2 className="hd2">What was torqued</h2>
      <table className="ledger">
        <thead>
          <tr>
            <th>where</th>
            <th className="txt">specification</th>
            <th className="txt">read at the bolts, N m</th>
            <th className="txt">by, when</th>
          </tr>
        </thead>
        <tbody>
          {view.torqueGroup.map((g) => (
            <TorqueRow key={g.id} group={g} signatures={view.signature} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

function TorqueRow({ group, signatures }: { group: TorqueGroup; signatures: Signature[] }) {
  const { nameOf } = usePeople();
  const read = readTorque(group.specTyped);
  const { steps, next, order, done } = progressOf(group, signatures);
  const last = steps[steps.length - 1];
  const limits = limitsOf(specOf(group), last);
  const finals = order.flatMap((bolt) =>
    signatures.filter((s) => s.groupId === group.id && s.bolt === bolt && s.pass === last.pass).slice(-1),
  );
  const people = [...new Set(finals.map((s) => nameOf(s.personId)).filter(Boolean))];
  const overruled = finals.find((s) => s.overruleReason);
  const at = finals.at(-1);
  return (
    <tr>
      <td>
        {group.name}, {group.count} × {group.thread || "thread not noted"}
        {group.reuse === "replace" && ", new bolts"}
        {group.threadLocker && `, thread locker ${group.threadLocker}`}
      </td>
      <td className="txt">
        <OriginMark origin={read.ok ? group.specOrigin : "missing"} />{" "}
        {read.ok ? (
          <>
            <span className="n">{torqueWords(read.value, "N m")}</span>{" "}
            <span className="lb">
              “{group.specTyped}”{group.specSource && `, ${group.specSource}`}
            </span>
          </>
        ) : (
          "no specification"
        )}
      </td>
      <td className="txt n">
        {finals
          .map((s) => {
            if (!s.reading) return "by hand";
            const out = limits && (s.reading.base < limits.minNm || s.reading.base > limits.maxNm);
            return `${s.bolt}: ${formatNumber(s.reading.base, 1)}${out ? " (outside)" : ""}`;
          })
          .join(", ") || "not signed"}
        {next && done > 0 && ` (${done} of ${steps.length} signed)`}
      </td>
      <td className="txt">
        {people.join(", ")}
        {at && ` ${dateText(at.at)}, ${LOAD_NAMES[at.loadState].toLowerCase()}`}
        {overruled && `; overruled: ${overruled.overruleReason}`}
      </td>
    </tr>
  );
}

function WasSet({ view }: { view: JobView }) {
  const { initialsOf } = usePeople();
  const set = view.setting.filter((s) => s.state === "set");
  if (!set.length) return null;
  return (
    <section>
      <h2 className="hd2">What was set</h2>
      <ul className="lined">
        {set.map((s) => (
          <li key={s.id}>
            <b>{s.name || TOOL_NAMES[s.tool]}.</b> {s.says}{" "}
            <span className="lb">{[initialsOf(s.personId), s.at && dateText(s.at)].filter(Boolean).join(", ")}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Pictures({ view }: { view: JobView }) {
  if (!view.photo.length) return null;
  return (
    <section>
      <h2 className="hd2">Photos</h2>
      <ul className="recphotos">
        {view.photo.slice(0, 8).map((p) => (
          <li key={p.id}>
            <img src={`/api/photos/${p.file}?size=small`} alt={p.name || "photo"} width="160" height="120" />
            <span className="lb">
              {[p.name.replace(/\.\w+$/, ""), p.takenAt && dateText(p.takenAt)].filter(Boolean).join(", ")}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Watch({ view }: { view: JobView }) {
  const open = view.finding.filter((f) => f.state === "open");
  const done = view.finding.filter((f) => f.state === "dealtWith");
  if (!open.length && !done.length) return null;
  return (
    <section>
      <h2 className="hd2">What was found</h2>
      {done.length > 0 && <p>Dealt with: {done.map((f) => f.text).join("; ")}.</p>}
      {open.length > 0 && <p>Still to see to: {open.map((f) => f.text).join("; ")}.</p>}
    </section>
  );
}
