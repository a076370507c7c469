import { Button } from "antd";
import { isRefusal, type RoomUnit } from "../../../contract";
import { useShopQuery } from "../../data/api";
import { useUnits } from "../../format/units";
import { Answer, Num } from "../../ui/Answer";
import { OriginMark } from "../../ui/marks";
import { Empty } from "../../ui/states";
import { isEntered, measuredUnit, PRESETS, gaugesOf, isTypical, setNameOf } from "../../../domain";
import type { StageProps } from "../../data/stage";
import { Gauges } from "./Gauges";
import { Inspection } from "./Inspection";
import { MountStrip } from "./MountStrip";
import { MountWorking } from "./MountWorking";
import { Idle, Modes, TradeOff } from "./Panels";
import { SetDialog } from "./SetDialog";
import { UnitDialog } from "./UnitDialog";
import { RecordingSays } from "../../pieces/vibration/RecordingSays";
import { FromAbove, FromTheSide } from "./Views";
import { Press } from "../../ui/Press";
import css from "./mounts.module.css";
import { capital } from "../../format/grammar";
import { TABS, useMountRoom, type MountRoomModel } from "./useMountRoom";

/** Sets and mounts a room holds at most. */
const MOST_SETS = 9;
const MOST_MOUNTS = 12;

/** How the unit sits and shakes, what the shafts make of it, and which set of mounts is worth its noise. */
export function MountRoom(props: StageProps & { tabs: React.ReactNode }) {
  const { view, edit, tabs } = props;
  const unit = view.vehicle.powerUnit;
  if (unit) return <KnownUnit {...props} unit={unit} />;
  const begin = (preset: RoomUnit, words: string): void =>
    edit.update("vehicle", view.vehicle, { powerUnit: preset }, `Power unit: ${words}`);
  return (
    <>
      <Answer acts={tabs}>
        <b>How does the power unit sit?</b> Begin with a usual arrangement of mounts and correct it.
      </Answer>
      <Empty
        title="The mounts of this vehicle are not known yet"
        acts={Object.values(PRESETS).map((p) => (
          <Button key={p.words} onClick={() => begin(p.unit, p.words)}>
            {capital(p.words)}
          </Button>
        ))}
      >
        Heights measured in Gauge are shown at the mounts; a mount that sagged tilts the unit and changes the joint
        angles behind it.
      </Empty>
    </>
  );
}

function KnownUnit({ tabs, unit, ...props }: StageProps & { tabs: React.ReactNode; unit: RoomUnit }) {
  const model = useMountRoom(props, unit);
  const units = useUnits();
  const { outlook, selected, shownSet } = model;
  return (
    <>
      <RoomAnswer model={model} tabs={tabs} />
      <section className={css.mroom} aria-label="Mount room">
        <RoomPaper model={model} />
        <RoomSide model={model} />
      </section>
      {selected ? (
        <MountStrip
          key={selected.name}
          mount={selected}
          names={unit.mounts.map((m) => m.name)}
          measured={outlook.heights.find((h) => h.mount.name === selected.name)?.measured ?? null}
          onPatch={(patch, what) => {
            model.patchMount(selected.name, patch, `${selected.name}: ${what}`);
            if (patch.name) model.setMount(patch.name);
          }}
          onMeasure={(v) => model.measure(selected.name, v)}
          onRemove={unit.mounts.length > 2 ? () => model.removeMount(selected.name) : undefined}
          onClose={() => model.setMount(null)}
        />
      ) : (
        <Gauges list={gaugesOf(outlook, unit, shownSet, units)} />
      )}
      <RoomDialogs model={model} />
    </>
  );
}

/** What the mounts come to, in a sentence, and the key that fits a set. */
function RoomAnswer({ model, tabs }: { model: MountRoomModel; tabs: React.ReactNode }) {
  const { shownSet, compared, outlook, room, sentence, dialog } = model;
  return (
    <Answer
      acts={
        <>
          {tabs}
          <Button onClick={() => model.setDialog("working")} aria-expanded={dialog === "working"}>
            Calculation
          </Button>
          {shownSet && (
            <Button type="primary" disabled={!outlook.own || room.chosen === shownSet.id} onClick={model.fit}>
              {room.chosen === shownSet.id ? "This set is chosen" : "Fit this set"}
            </Button>
          )}
        </>
      }
    >
      {compared && isRefusal(compared) ? (
        <>
          <b>The mounts do not locate the unit: </b>
          {compared.error.message}.
        </>
      ) : (
        <>
          {isTypical(outlook, shownSet) && (
            <>
              <OriginMark origin="estimated" size={16} /> Estimated with typical figures.{" "}
            </>
          )}
          <b>{shownSet ? `${shownSet.name}.` : "As it is now."}</b>{" "}
          <Sentence text={sentence || "Take the heights of the mounts, and add a set to compare."} />
        </>
      )}
    </Answer>
  );
}

/** The unit from above and from the side. */
function RoomPaper({ model }: { model: MountRoomModel }) {
  const { unit, view, outlook, mountName, shownSet, held } = model;
  const { heights, fresh, now, then, shaftsNow, shaftsThen, noRoom } = outlook;
  return (
    <div className={css.mpaper}>
      <FromAbove
        unit={unit}
        heights={heights}
        chosen={mountName}
        fresh={shownSet ? fresh : new Set()}
        onChoose={model.setMount}
        onMove={model.moveMount}
      />
      {[held, noRoom].map(
        (why) =>
          why && (
            <p key={why} className={`och ${css.mheld}`} role="alert">
              {why}.
            </p>
          ),
      )}
      <FromTheSide
        unit={measuredUnit(view, unit).unit}
        now={now}
        then={then}
        shaftsNow={shaftsNow}
        shaftsThen={shaftsThen}
        setName={setNameOf(model.shownId, model.room.sets)}
      />
    </div>
  );
}

/** Sets, idle and modes beside the drawings, and what can be added. */
function RoomSide({ model }: { model: MountRoomModel }) {
  const { unit, room, tab, outlook, modes, shownId, shownSet, cylinders, idleRpm, gapped, pointMoves } = model;
  const units = useUnits();
  const answer = outlook.compared;
  return (
    <div className={css.mside}>
      <div className="row-flex">
        <h2 className="hd2">Precision against noise</h2>
        <div className="tabs2 push" role="tablist" aria-label="Mount sets, idle, modes">
          {(Object.keys(TABS) as (keyof typeof TABS)[]).map((t) => (
            <Press key={t} role="tab" aria-selected={t === tab} onClick={() => model.setTab(t)}>
              {TABS[t]}
            </Press>
          ))}
        </div>
      </div>
      {answer && tab === "sets" && (
        <TradeOff
          answer={answer}
          sets={room.sets}
          limitDb={unit.noiseLimitDb}
          agreed={isEntered(unit, "noiseLimitDb")}
          shown={shownId}
          onShow={model.setPicked}
        />
      )}
      {answer && tab === "idle" && <Idle answer={answer} sets={room.sets} order={cylinders / 2} idleRpm={idleRpm} />}
      {modes && !isRefusal(modes) && tab === "modes" && <Modes unit={unit} answer={modes} />}
      <RecordingSays view={model.view} />
      {gapped.length > 0 && pointMoves && (
        <ul className={css.mnotes}>
          {gapped.map((p) => {
            const moved = pointMoves.find((m) => m.name === p.name)?.totalMm ?? 0;
            const left = (p.gapMm ?? 0) - moved;
            return (
              <li key={p.name} className={left <= 0 ? "brk" : undefined}>
                {p.name}: moves {units.show(moved, "length")},{" "}
                {left > 0 ? `${units.show(left, "length")} of its gap are left` : "its gap is gone"}
              </li>
            );
          })}
        </ul>
      )}
      <div className={`row-flex ${css.macts}`}>
        {room.sets.length < MOST_SETS && (
          <Button size="small" onClick={model.addSet}>
            Add a set
          </Button>
        )}
        {shownSet && (
          <Button size="small" onClick={() => model.setDialog("set")}>
            Change this set
          </Button>
        )}
        {unit.mounts.length < MOST_MOUNTS && (
          <Button size="small" onClick={model.addMount}>
            Add a mount
          </Button>
        )}
        <Button size="small" onClick={() => model.setDialog("unit")}>
          Power unit and shafts
        </Button>
        <Button size="small" onClick={() => model.setDialog("look")}>
          Look at the mounts
        </Button>
      </div>
    </div>
  );
}

function RoomDialogs({ model }: { model: MountRoomModel }) {
  const { unit, view, room, dialog, dialogSet, outlook } = model;
  const { data: shop } = useShopQuery();
  const close = (): void => model.setDialog(null);
  if (dialog === "unit") return <UnitDialog unit={unit} onChange={model.patchUnit} onClose={close} />;
  if (dialog === "set" && dialogSet) {
    return (
      <SetDialog
        unit={unit}
        set={dialogSet}
        currency={shop?.shop.currency ?? ""}
        onChange={model.patchSet}
        onKeep={model.isNewSet ? model.keepSet : undefined}
        onRemove={model.removeSet}
        onClose={model.closeSet}
      />
    );
  }
  if (dialog === "look") {
    return (
      <Inspection
        view={view}
        unit={unit}
        room={room}
        onLook={(nextLook) => model.patchUnit({ nextLook }, "look again")}
        onSign={model.sign}
        onClose={close}
      />
    );
  }
  if (dialog !== "working") return null;
  return (
    <MountWorking
      onClose={close}
      tilt={outlook.now?.tiltDeg ?? null}
      inclination={measuredUnit(view, unit).unit.shafts[0]?.sideDeg ?? null}
      notices={outlook.shaftsNow?.notices.map((n) => n.message) ?? []}
    />
  );
}

function Sentence({ text }: { text: string }) {
  return text.split(/(\d[\d.,\u202f]*)/).map((part, i) => (i % 2 ? <Num key={i}>{part}</Num> : part));
}
