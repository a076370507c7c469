import { Dropdown, Button } from "antd";
import type { Obstacle } from "../../../core";
import { useUnits } from "../../format/units";
import { gearShort } from "../../format/words";
import { SlotSwitch } from "../../ui/slots";
import { freeName, OBSTACLE_PRESETS, type Surroundings } from "../../../domain";
import { Press } from "../../ui/Press";
import type { NearLever } from "./sideViewProps";
import css from "./throwBench.module.css";

/** Obstacles the lever, each with its least gap; placed from the usual ones and dragged to where it is. */
export function ObstacleList({
  surroundings,
  clearance,
  chosen,
  sweep,
  onChoose,
  onSweep,
  onChange,
}: Pick<NearLever, "surroundings" | "clearance" | "chosen" | "sweep" | "onChoose"> & {
  onSweep: (on: boolean) => void;
  onChange: (next: Surroundings, label: string) => void;
}) {
  const units = useUnits();
  const add = (obstacle: Obstacle): void => {
    onChange({ ...surroundings, obstacles: [...surroundings.obstacles, obstacle] }, `Near the lever: ${obstacle.name}`);
    onChoose(obstacle.name);
  };
  return (
    <section aria-label="Obstacles">
      <h2 className="hd2">
        Obstacles <span className="lb">{surroundings.obstacles.length ? `gap, ${units.label("length")}` : ""}</span>
      </h2>
      <ul className={`${css.setups} obstacles`}>
        {surroundings.obstacles.map((o) => {
          const row = clearance?.sweep.find((s) => s.obstacle === o.name);
          return (
            <li key={o.name} className={o.name === chosen ? "cur" : undefined}>
              <Press
                className={css.pick}
                aria-pressed={o.name === chosen}
                onClick={() => onChoose(o.name === chosen ? null : o.name)}
              >
                <b>{o.name}</b>
                <small>
                  {row ? (row.gear === "N" ? "in neutral" : `in ${gearShort(row.gear)}`) : ""}
                  <span className={row?.touches ? "n brk" : "n"}>{row ? units.bare(row.gapMm, "length") : "none"}</span>
                </small>
              </Press>
            </li>
          );
        })}
      </ul>
      <div className="add">
        <Dropdown
          trigger={["click"]}
          menu={{
            items: OBSTACLE_PRESETS.map((preset) => ({ key: preset.words, label: preset.words })),
            onClick: ({ key }) => {
              const preset = OBSTACLE_PRESETS.find((x) => x.words === key);
              if (preset) add(preset.make(freeName(preset.words, surroundings.obstacles)));
            },
          }}
        >
          <Button block className="both">
            Add an obstacle
          </Button>
        </Dropdown>
        {surroundings.obstacles.length > 0 && (
          <p className="row-flex both">
            <SlotSwitch on={sweep} label="Show the band the lever sweeps" onChange={onSweep} />
            <span className="lb">the band it sweeps</span>
          </p>
        )}
        <p className="row-flex both">
          <SlotSwitch
            on={surroundings.hand !== null}
            label="Show the driver’s hand"
            onChange={(on) =>
              onChange(
                { ...surroundings, hand: on ? { xMm: -30, zMm: 300 } : null },
                on ? "The driver’s hand placed" : "The driver’s hand taken away",
              )
            }
          />
          <span className="lb">the driver’s hand</span>
        </p>
      </div>
    </section>
  );
}
