import { Button } from "antd";
import { Link, useNavigate } from "react-router";
import type { SheetView } from "../../../contract";
import { countFrom, linesFor, valueOf, type VehicleLine } from "../../../domain";
import { count, dateText, vehicleTitle } from "../../format/words";
import { Press } from "../../ui/Press";
import { Tag } from "../../ui/pictograms";
import css from "./sheets.module.css";

/** Vehicles shown on the strip; the others are in the list of vehicles. */
const SHOWN = 12;

/** The vehicles that have this sheet: what each inherits, overrides, and has of its own. */
export function VehiclesStrip({
  view,
  chosen,
  onChoose,
}: {
  view: SheetView;
  chosen: string | null;
  onChoose: (id: string) => void;
}) {
  const navigate = useNavigate();
  const { vehicles, lines, vehicleLines, jobs, sheet } = view;
  if (!vehicles.length) {
    return (
      <p className={`lb ${css.strip} sect`}>No vehicle uses this sheet yet. “Assign to vehicles” gives it to some.</p>
    );
  }
  return (
    <section className={css.strip} aria-label="Vehicles with this sheet">
      <ol>
        {vehicles.slice(0, SHOWN).map((v) => {
          const own = linesFor(
            v,
            lines,
            vehicleLines.filter((l) => l.vehicleId === v.id),
          );
          const open = jobs.filter((j) => j.vehicleId === v.id).map((j) => j.number);
          return (
            <li key={v.id} className={v.id === chosen ? css.cur : undefined}>
              <Press onClick={() => onChoose(v.id)} aria-pressed={v.id === chosen} className={css.vehicle}>
                <Tag text={v.tag} strong={v.id === chosen} />
                <span>
                  <b className="rt">{vehicleTitle(v)}</b>
                  <span className="lb">
                    {[
                      v.buildDate ? `built ${dateText(v.buildDate)}` : "build date not entered",
                      open.length ? `job${open.length > 1 ? "s" : ""} ${open.join(", ")}` : "no open job",
                    ].join(", ")}
                  </span>
                </span>
              </Press>
              <Comb lines={own} />
              <Differs lines={own} />
              <Link to={`/vehicles/${v.id}`} className="lb">
                Its values
              </Link>
            </li>
          );
        })}
      </ol>
      <div className={css.reach}>
        <b className="rt">
          A change reaches {count(vehicles.length, "vehicle")}
          {jobs.length > 0 && `, ${count(jobs.length, "open job")}`}
        </b>
        <p className="lb">stroke: from the sheet; dot: overridden; ring: its own</p>
        <div className="row-flex">
          <Button
            size="small"
            onClick={() =>
              void navigate(
                `/sheets/compare?left=${vehicles.length > 1 ? vehicles[0].id : sheet.id}&right=${vehicles[vehicles.length > 1 ? 1 : 0].id}`,
              )
            }
          >
            Compare two
          </Button>
        </div>
      </div>
    </section>
  );
}

/** One stroke a value; those that differ from the sheet stand out. */
function Comb({ lines }: { lines: readonly VehicleLine[] }) {
  const shown = lines.slice(0, 31);
  return (
    <svg viewBox="0 0 256 24" className={css.comb} aria-hidden="true">
      <path d="M0 22h252" stroke="var(--edge)" />
      {shown.map((l, i) => {
        const x = 4 + i * 8;
        if (l.from === "overridden") {
          return (
            <g key={l.line.id}>
              <path d={`M${x} 22V5`} stroke="var(--ochre)" strokeWidth="2" />
              <circle cx={x} cy="5" r="3.6" fill="var(--ochre)" />
            </g>
          );
        }
        if (l.from === "own") {
          return (
            <g key={l.line.id}>
              <path d={`M${x} 22V8`} stroke="var(--ink)" strokeWidth="1.5" />
              <circle cx={x} cy="5" r="3.2" fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.5" />
            </g>
          );
        }
        return valueOf(l.line) === null ? (
          <path key={l.line.id} d={`M${x} 22V6`} stroke="var(--brick)" strokeWidth="1.6" strokeDasharray="2.4 2" />
        ) : (
          <path key={l.line.id} d={`M${x} 22v-7`} stroke="var(--edge)" strokeWidth="1.2" />
        );
      })}
    </svg>
  );
}

function Differs({ lines }: { lines: readonly VehicleLine[] }) {
  const counts = countFrom(lines);
  const over = lines.filter((l) => l.from === "overridden");
  const own = lines.filter((l) => l.from === "own");
  return (
    <p className={css.differs}>
      {over.length ? (
        <>
          <b className="och">Overrides {over.length}:</b>{" "}
          {over
            .slice(0, 2)
            .map(
              (l) =>
                `${l.line.name} ${valueOf(l.line) ?? "no value"}${l.instead && valueOf(l.instead) ? `, not ${valueOf(l.instead)}` : ""}${l.line.reason ? ` (${l.line.reason})` : ""}`,
            )
            .join("; ")}
          .
        </>
      ) : (
        <b>Overrides none.</b>
      )}
      {own.length > 0 && (
        <>
          {" "}
          <b>Own {own.length}:</b>{" "}
          {own
            .slice(0, 2)
            .map((l) => l.line.name)
            .join(", ")}
          .
        </>
      )}{" "}
      {counts.sheet} from the sheet.
    </p>
  );
}
