import { Button } from "antd";
import type { DossierView, Sheet, Vehicle } from "../../../contract";
import { chainFrom } from "../../../domain";
import { useVehicleQuery } from "../../data/api";
import type { Editor } from "../../data/saving";
import { Choice } from "../../ui/TextField";
import { useState } from "react";

/** What a sheet keeps of a vehicle's build beside its values, and how it is called. */
const PIECES = {
  gearbox: "gears, gates and travel",
  lever: "original lever",
  chain: "slack chain",
  powerUnit: "power unit and mounts",
  driveTrain: "drivetrain data",
} as const;
type Piece = keyof typeof PIECES;

/**
 * The piece as one vehicle has it: its own record, for the lever the old one its latest job measured, for the chain
 * the joints its latest job listed.
 */
const pieceOf = (piece: Piece, { vehicle, setup, joint, jobs }: DossierView): Sheet[Piece] => {
  if (piece === "chain") {
    const own = jobs.map((j) => joint.filter((x) => x.jobId === j.id)).find((list) => list.length);
    return own ? chainFrom(own) : null;
  }
  if (piece !== "lever") return vehicle[piece];
  const old = setup.filter((s) => s.role === "old" && s.origin === "measured");
  return jobs.map((j) => old.find((s) => s.jobId === j.id)).find(Boolean)?.lever ?? null;
};

/** Geometry that all vehicles of a kind share, taken from one of them that was measured. */
export function Geometry({ sheet, vehicles, edit }: { sheet: Sheet; vehicles: readonly Vehicle[]; edit: Editor }) {
  const [chosen, setChosen] = useState(vehicles.at(0)?.id ?? "");
  const { data } = useVehicleQuery(chosen, { skip: !chosen });
  const tag = vehicles.find((v) => v.id === chosen)?.tag ?? "";
  return (
    <section aria-label="Geometry">
      <h3 className="hd2">
        Geometry{" "}
        <span className="lb">copied to vehicles that lack it; lever and slack chain begin their comparison</span>
      </h3>
      {vehicles.length > 0 && (
        <Choice
          label="taken from"
          value={chosen}
          options={Object.fromEntries(vehicles.map((v) => [v.id, v.tag]))}
          onChange={setChosen}
        />
      )}
      <ul className="lined">
        {(Object.keys(PIECES) as Piece[]).map((piece) => {
          const theirs = data ? pieceOf(piece, data) : null;
          return (
            <li key={piece} className="row-flex">
              <span>{PIECES[piece]}</span>
              <span className={sheet[piece] ? "lb" : "lb och"}>
                {sheet[piece] ? "on the sheet" : "not on the sheet"}
              </span>
              <span className="push" />
              {theirs && (
                <Button
                  size="small"
                  onClick={() =>
                    edit.update("sheet", sheet, { [piece]: theirs }, `${sheet.name}: ${PIECES[piece]} from ${tag}`)
                  }
                >
                  Take from {tag}
                </Button>
              )}
              {sheet[piece] && (
                <Button
                  size="small"
                  aria-label={`Remove ${PIECES[piece]}`}
                  onClick={() => edit.update("sheet", sheet, { [piece]: null }, `${sheet.name}: no ${PIECES[piece]}`)}
                >
                  Remove
                </Button>
              )}
            </li>
          );
        })}
      </ul>
      {!vehicles.length && (
        <p className="lb">Assign the sheet to a vehicle that was measured; it is taken from there.</p>
      )}
    </section>
  );
}
