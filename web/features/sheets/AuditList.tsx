import { Button } from "antd";
import { Question } from "../../pieces/sheets/Question";
import { Link } from "react-router";
import type { AuditFinding } from "../../../domain";
import { useBookQuery } from "../../data/api";
import { useShop } from "../../data/useShop";
import { AUDIT_LIMIT } from "../../format/sheetWords";
import { useTask } from "../../worker";
import { useMemo } from "react";
import css from "./sheets.module.css";

const SHOWN = 60;

const addressOfFinding = ({ place }: AuditFinding): string =>
  place.jobId
    ? `/jobs/${place.jobId}/plan?tool=lists`
    : place.sheetId
      ? `/sheets/${place.sheetId}?line=${place.lineId ?? ""}`
      : `/vehicles/${place.vehicleId ?? ""}`;

/** What should be looked at again, over all sheets, vehicles and open jobs; it runs beside the screen. */
export function AuditList() {
  const { data } = useBookQuery();
  const shop = useShop();
  const tools = shop?.shop.tools;
  const asked = useMemo(() => (data && tools ? { ...data, tools } : null), [data, tools]);
  const { result, last, again } = useTask("audit", asked);
  const found = result.state === "answered" ? result.answer : last;
  return (
    <section className="sect" aria-label="Audit">
      <h2 className="hd2">
        Audit <span className="lb">over all sheets, vehicles and open jobs</span>
      </h2>
      {result.state === "lost" ? (
        <p className="row-flex">
          The calculation failed; your entries are kept. <Button onClick={again}>Try again</Button>
        </p>
      ) : !found ? (
        <p className="q">Looking through the book.</p>
      ) : (
        <>
          <ul className="lined">
            {found.slice(0, SHOWN).map((f, i) => (
              <li key={i} className={css.finding}>
                <Link to={addressOfFinding(f)}>
                  <b className="rt">{f.name}</b>
                </Link>
                <span className="lb">{f.of}</span>
                <span>
                  <Question of={f.what} />
                </span>
              </li>
            ))}
          </ul>
          {found.length > SHOWN && <p className="lb">and {found.length - SHOWN} more</p>}
          {!found.length && <p className="q">Nothing to question.</p>}
        </>
      )}
      <p className="lb">{AUDIT_LIMIT}</p>
    </section>
  );
}
