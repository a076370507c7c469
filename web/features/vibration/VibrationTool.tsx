import { Button, Modal } from "antd";
import { useNavigate } from "react-router";
import { formatNumber } from "../../../core";
import { Answer } from "../../ui/Answer";
import { Empty } from "../../ui/states";
import type { StageProps } from "../../data/stage";
import { AddRecording } from "./AddRecording";
import { PHASE_NAMES, standing } from "../../../domain";
import { boundsOf, resources } from "../../../contract";
import { QuantityField } from "../../ui/QuantityField";
import { DriveTrainDialog } from "../../pieces/vibration/DriveTrainDialog";
import { curvesOf } from "./looks";
import { Computing } from "./Computing";
import { OrderMap } from "./OrderMap";
import { RecordingList } from "./RecordingList";
import { RoadTable } from "../../pieces/vibration/RoadTable";
import { SameSuspect } from "./SameSuspect";
import { SourceTable } from "./SourceTable";
import { SpectrumChart } from "./SpectrumChart";
import { Verdict } from "../../pieces/vibration/Verdict";
import { VibrationWorking } from "./VibrationWorking";
import { Press } from "../../ui/Press";
import css from "./vibration.module.css";
import { RANGES, saysOf, useVibration, type VibrationSays } from "./useVibration";

/** From a recording to a suspect: spectrum, what turns at which line, and what changed. */
export function VibrationTool({ tabs, ...props }: StageProps & { tabs: React.ReactNode }) {
  const { view, edit } = props;
  const { vehicle } = view;
  const model = useVibration(props);
  const { first, named, keep, later, dialog, setDialog } = model;
  const turns = dialog === "turns" && (
    <DriveTrainDialog vehicle={vehicle} edit={edit} onClose={() => setDialog(null)} />
  );
  if (!first || !named) {
    return (
      <>
        <Answer acts={tabs}>
          <b>Record what shakes:</b> its frequency says which rotating part it is.
        </Answer>
        <div className={`${css.vib} ${css.empty1}`}>
          <AddRecording view={view} large onAdded={keep} onLater={later} />
          <Empty
            title="No recording yet"
            acts={<Button onClick={() => setDialog("turns")}>Drivetrain data of {vehicle.tag}</Button>}
          >
            Lay a phone on the seat rail, hold one speed in one gear for ten seconds, and drop the file here. The
            passenger records, never the driver.
          </Empty>
        </div>
        <RoadTable view={view} edit={edit} />
        {turns}
      </>
    );
  }
  const says = saysOf({ ...model, first, named });
  return (
    <>
      <VibrationAnswer says={says} tabs={tabs} />
      <div className={css.vib}>
        <div className={css.vmain}>
          <LookBar says={says} />
          <Paper says={says} />
          <Notes says={says} />
          <Sources says={says} />
        </div>
        <Beside says={says} />
      </div>
      <RoadTable view={view} edit={edit} />
      {turns}
      {dialog === "working" && (
        <Modal open title="Calculation" footer={null} width={680} onCancel={() => setDialog(null)}>
          <VibrationWorking analysis={first} spectrum={says.done} />
        </Modal>
      )}
    </>
  );
}

function VibrationAnswer({ says, tabs }: { says: VibrationSays; tabs: React.ReactNode }) {
  const { view, edit, setDialog, first, second, goesWith, runUp, change, beforeAfter, toTell, lacksTurning } = says;
  const { job } = view;
  const navigate = useNavigate();
  const turns = first.rotatingSources;
  const lacksSpeed = turns !== null && !turns.ok && turns.missing === "speed" && !standing(first.recording.condition);
  return (
    <Answer
      acts={
        <>
          {tabs}
          <Button onClick={() => setDialog("working")}>Calculation</Button>
          {lacksSpeed ? (
            <QuantityField
              label="road speed of this recording"
              kind="speed"
              base={first.recording.speedKmh}
              {...boundsOf(resources.recording, "speedKmh")}
              hint="70 km/h"
              onCommit={({ base, typed }) =>
                edit.update("recording", first.recording, { speedKmh: base }, `Recording: ${typed}`)
              }
            />
          ) : lacksTurning ? (
            <Button type="primary" onClick={() => setDialog("turns")}>
              Enter drivetrain data
            </Button>
          ) : Object.keys(toTell).length ? (
            <Button
              type="primary"
              onClick={() =>
                edit.update("job", job, { symptoms: { ...job.symptoms, ...toTell } }, "What the recordings show")
              }
            >
              Tell Ask
            </Button>
          ) : (
            <Button type="primary" onClick={() => void navigate(`/jobs/${job.id}/compare?tool=mounts`)}>
              Go to the mount room
            </Button>
          )}
        </>
      }
    >
      <Verdict view={view} analysis={first} {...{ goesWith, runUp, change }} after={beforeAfter ? second : null} />
    </Answer>
  );
}

/** Spectrum or order map, and how far up it is shown. */
function LookBar({ says }: { says: VibrationSays }) {
  const { first, second, showMap, setLook, done, beforeAfter, headOf, half, toHz, setRange } = says;
  return (
    <div className={`row-flex ${css.vbar}`}>
      <div className="tabs2" role="tablist" aria-label="Ways of looking">
        <Press role="tab" aria-selected={!showMap} onClick={() => setLook("spectrum")}>
          Spectrum
        </Press>
        <Press role="tab" aria-selected={showMap} disabled={!done?.orderMap} onClick={() => setLook("map")}>
          Order map
        </Press>
      </div>
      {second && !showMap && (
        <ul className={css.vkey}>
          <li className="old">{beforeAfter ? PHASE_NAMES.before : headOf(second.recording)}</li>
          <li className="new">{beforeAfter ? PHASE_NAMES.after : headOf(first.recording)}</li>
        </ul>
      )}
      <span className="push" />
      {!showMap && (
        <div className="dirs" role="group" aria-label="Show up to, Hz">
          {RANGES.filter((r) => r <= half || r === RANGES[0]).map((r) => (
            <Press key={r} aria-pressed={r === toHz} onClick={() => setRange(r)}>
              {r}
            </Press>
          ))}
          <Press aria-pressed={toHz === half} onClick={() => setRange(half)}>
            all
          </Press>
        </div>
      )}
      {!showMap && <span className="lb">Hz</span>}
    </div>
  );
}

/** The drawing itself, or how far its calculation has come. */
function Paper({ says }: { says: VibrationSays }) {
  const { first, second, one, two, done, overDone, showMap, beforeAfter, toHz, lit, left, setLit, failed } = says;
  return (
    <div className={css.vpaper}>
      {done && (!second || overDone || two.result.state === "cancelled") ? (
        showMap && done.orderMap ? (
          <OrderMap map={done.orderMap} sources={first.sources} unit={first.recording.unit} runUp={first.runUp} />
        ) : (
          <SpectrumChart
            // The older of two lies below and is dashed.
            curves={curvesOf(first, done, second, overDone, beforeAfter)}
            unit={first.recording.unit}
            // Through a run-up every source sweeps past: there is no one place to point at.
            sources={first.runUp ? [] : first.sources}
            otherSources={second && !beforeAfter ? second.sources : []}
            toHz={toHz}
            lit={lit ?? left[0] ?? null}
            onLight={setLit}
          />
        )
      ) : (
        <Computing
          failed={failed}
          cancelled={one.result.state === "cancelled"}
          task={one.result.state === "working" ? one.task : two.task}
          onCancel={() => {
            one.cancel();
            two.cancel();
          }}
          onAgain={() => {
            one.again();
            two.again();
          }}
        />
      )}
    </div>
  );
}

/** What makes the recording weaker than it looks. */
function Notes({ says }: { says: VibrationSays }) {
  const { first, second, done, coarse } = says;
  return (
    <>
      {done && coarse && (
        <p className={`och ${css.vnote}`}>
          This recording is short: peaks closer than {formatNumber(done.resolutionHz, 1)} Hz cannot be separated. Record
          ten seconds.
        </p>
      )}
      {second && first.recording.place !== second.recording.place && (
        <p className={`och ${css.vnote}`}>
          The sensor was not at the same place in both: a difference may come from that.
        </p>
      )}
    </>
  );
}

function Sources({ says }: { says: VibrationSays }) {
  const { first, second, done, overDone, listened, headOf, beforeAfter, lit, left, setLit } = says;
  return (
    <>
      {done && first.sources.length > 0 && !first.runUp && (
        <SourceTable
          first={listened(first, done)}
          second={second && overDone ? listened(second, overDone) : null}
          heads={[headOf(first.recording), second ? headOf(second.recording) : ""]}
          beforeAfter={beforeAfter}
          lit={lit ?? left[0] ?? null}
          onLight={setLit}
        />
      )}
    </>
  );
}

/** The recordings, and the way to more of them. */
function Beside({ says }: { says: VibrationSays }) {
  const { view, edit, analyses, named, other, fresh, lay, show, keep, later, setDialog, suspects, suspectHz } = says;
  const { vehicle } = view;
  return (
    <aside className={css.vaside}>
      <RecordingList
        view={view}
        edit={edit}
        analyses={analyses}
        shown={named.recording}
        over={other?.recording ?? null}
        fresh={fresh}
        onShow={show}
        onOver={(over) => lay({ on: named.recording.id, over })}
      />
      <AddRecording view={view} large={false} onAdded={keep} onLater={later} />
      <Button size="small" onClick={() => setDialog("turns")}>
        Drivetrain data of {vehicle.tag}
      </Button>
      {suspects.length > 0 && !says.lacksTurning && <SameSuspect view={view} sources={suspects} hz={suspectHz} />}
    </aside>
  );
}
