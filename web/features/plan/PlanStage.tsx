import { Button } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { capital, countInWords, enumerate } from "../../format/grammar";
import { Answer } from "../../ui/Answer";
import { awaited, fitDoubts, specOf } from "../../../domain";
import type { StageProps } from "../../data/stage";
import { PartsList } from "./PartsList";
import { StepsList } from "../../pieces/job/StepsList";
import { TakeFromVehicle } from "./TakeFromVehicle";
import { TorqueGroups } from "./TorqueGroups";
import css from "./plan.module.css";

/** Parts to get, fasteners to torque, steps to take: working lists before anything is undone. */
export default function PlanStage({ view, edit }: StageProps) {
  const navigate = useNavigate();
  const [taking, setTaking] = useState(false);
  const waiting = awaited(view.part);
  const doubtful = view.part.filter(
    (p) => !p.alternative && fitDoubts(p, view.vehicle).some((d) => d.kind !== "dateUnknown"),
  );
  const noSpec = view.torqueGroup.filter((g) => specOf(g).kind === "missing");
  const ready = view.part.length + view.torqueGroup.length > 0 && !waiting.length && !noSpec.length;
  return (
    <>
      <Answer
        acts={
          <>
            <Button onClick={() => setTaking(true)}>Take from the vehicle</Button>
            <Button type="primary" onClick={() => void navigate(`/jobs/${view.job.id}/fit`)}>
              Go on to Fit
            </Button>
          </>
        }
      >
        {doubtful.length ? (
          <>
            <b>Caution: {enumerate(doubtful.map((p) => p.name))} may not fit this vehicle.</b> Check build date and
            variant before it is fitted.
          </>
        ) : ready ? (
          <>
            <b>Ready to begin.</b> Every part is here and every fastener has its specification.
          </>
        ) : waiting.length || noSpec.length ? (
          <>
            <b>
              {capital(
                enumerate([
                  waiting.length ? `${countInWords(waiting.length, "part")} to come` : "",
                  noSpec.length ? `${countInWords(noSpec.length, "torque group")} without a specification` : "",
                ]),
              )}
              .
            </b>{" "}
            {[...waiting.map((p) => p.name), ...noSpec.map((g) => g.name)].slice(0, 4).join(", ")}.
          </>
        ) : (
          <>
            <b>List what goes on and what gets torqued.</b> Torque values come from the vehicle’s own sheet, as it
            writes them.
          </>
        )}
      </Answer>
      <div className={css.plan}>
        <div>
          <PartsList view={view} edit={edit} />
          <StepsList view={view} edit={edit} />
        </div>
        <TorqueGroups view={view} edit={edit} />
      </div>
      {taking && <TakeFromVehicle view={view} edit={edit} onClose={() => setTaking(false)} />}
    </>
  );
}
