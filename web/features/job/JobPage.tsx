import { useMemo } from "react";
import { useNavigate, useParams } from "react-router";
import { stageWords, type Stage } from "../../../contract";
import type { StageProps } from "../../data/stage";
import { useKeys } from "../../data/useKeys";
import { STAGE_NAMES } from "../../format/words";
import { late } from "../../ui/late";
import { Coming } from "../../ui/states";
import { JobHead } from "./JobHead";
import { openCounts } from "../../../domain";
import { Rail } from "./Rail";
import { useJobEdit } from "../../pieces/job/useJobEdit";
import { useJobView } from "../../data/useJobView";

const STAGES: Record<Stage, React.ComponentType<StageProps>> = {
  ask: late(() => import("../ask").then((m) => m.default)),
  gauge: late(() => import("../gauge").then((m) => m.default)),
  compare: late(() => import("../compare").then((m) => m.default)),
  plan: late(() => import("../plan").then((m) => m.default)),
  fit: late(() => import("../fit").then((m) => m.default)),
  prove: late(() => import("../prove").then((m) => m.default)),
};

/** One vehicle's visit: header, stage rail and the stage the address names. */
export function JobPage() {
  const { jobId = "", stage: named } = useParams();
  const navigate = useNavigate();
  const { view, error, refetch } = useJobView(jobId);
  const scope = `job:${jobId}`;
  const stage = stageWords.find((s) => s === named) ?? view?.job.stage ?? "ask";
  const { edit, headEdit, correction } = useJobEdit(scope, view, stage);

  const keys = useMemo(() => {
    const go = (by: number) => (): void => {
      const to = stageWords[stageWords.indexOf(stage) + by];
      if (to) void navigate(`/jobs/${jobId}/${to}`);
    };
    return { "[": go(-1), "]": go(1), "Ctrl+z": edit.undo, "Ctrl+Shift+z": edit.redo };
  }, [edit, jobId, navigate, stage]);
  useKeys(keys);

  if (!view) {
    return <Coming query={{ error, refetch }} rows={10} />;
  }
  const Body = STAGES[stage];
  return (
    <>
      <title>{`${view.vehicle.tag}, ${STAGE_NAMES[stage]} · Ash Lever`}</title>
      <JobHead view={view} edit={headEdit} scope={scope} />
      <Rail
        stage={stage}
        counts={openCounts(view)}
        reached={view.job.stage}
        onGo={(to) => void navigate(`/jobs/${jobId}/${to}`)}
      />
      <div className="stage" id="stage" role="tabpanel" aria-labelledby={`tab-${stage}`}>
        <Body view={view} edit={edit} />
      </div>
      {correction}
    </>
  );
}
