import { Button } from "antd";
import { Link, useParams, useSearchParams } from "react-router";
import { settingTools, type Setting, type SettingTool } from "../../../contract";
import { whenText } from "../../format/words";
import { SlotSwitch } from "../../ui/slots";
import { Empty } from "../../ui/states";
import { DeskHead } from "../../pieces/DeskHead";
import type { StageProps } from "../../data/stage";
import { usePeople } from "../../data/useJobView";
import { TOOL_NAMES } from "../../format/settingTools";
import { TOOLS } from "./tools";
import css from "./set.module.css";

const isTool = (name: string | null | undefined): name is SettingTool => settingTools.some((t) => t === name);

/** The usual tools first for each kind of shifter; all are there for every one. */
const FIRST: Record<string, SettingTool> = { direct: "stops", rod: "rod", arm: "gatedLinkage", cable: "cableMarks" };

function ToolList({ tool, to }: { tool: SettingTool; to: (tool: SettingTool) => string }) {
  return (
    <nav className={css.setlist} aria-label="Setting tools">
      {settingTools.map((t) => (
        <Link key={t} to={to(t)} aria-current={t === tool ? "page" : undefined}>
          {TOOL_NAMES[t]}
        </Link>
      ))}
    </nav>
  );
}

/** Setting tools inside a job: what they answer is kept with it, and can be opened and asked again. */
export function SetStage({ view, edit, tabs }: StageProps & { tabs: React.ReactNode }) {
  const [params] = useSearchParams();
  const { me, initialsOf } = usePeople();
  const named = params.get("set");
  const opened = view.setting.find((s) => s.id === params.get("kept"));
  const tool = opened?.tool ?? (isTool(named) ? named : (FIRST[view.vehicle.shifterKind] ?? "stops"));
  const Tool = TOOLS[tool];
  return (
    <>
      <ToolList tool={tool} to={(t) => `?tool=set&set=${t}`} />
      <Tool
        key={`${tool}-${opened?.id ?? ""}`}
        store={opened ? `kept-${opened.id}-${opened.version}` : view.job.id}
        begin={opened?.input ?? null}
        view={view}
        host={{
          tabs,
          keep: ({ name, input, says }) =>
            edit.create(
              "setting",
              {
                jobId: view.job.id,
                tool,
                name: name.slice(0, 80),
                input,
                says,
                personId: me?.id ?? null,
                at: new Date().toISOString(),
              },
              `${TOOL_NAMES[tool]}: ${name}`,
            ),
        }}
      />
      <Kept settings={view.setting} edit={edit} initialsOf={initialsOf} openedId={opened?.id ?? null} />
    </>
  );
}

function Kept({
  settings,
  edit,
  initialsOf,
  openedId,
}: {
  settings: Setting[];
  edit: StageProps["edit"];
  initialsOf: (id: string | null) => string;
  openedId: string | null;
}) {
  return (
    <section className="keptlist" aria-label="Kept with the job">
      <h2 className="hd2">
        Kept with the job <span className="lb">{settings.length ? "tick what is set and locked" : "nothing yet"}</span>
      </h2>
      <ul className="lined">
        {settings.map((s) => (
          <li key={s.id} className="row-flex">
            <SlotSwitch
              on={s.state === "set"}
              label={`Set: ${s.name}`}
              onChange={(on) =>
                edit.update("setting", s, { state: on ? "set" : "planned" }, `${s.name}: ${on ? "set" : "not set yet"}`)
              }
            />
            <span style={{ flex: 1 }}>
              <Link to={`?tool=set&kept=${s.id}`} aria-current={s.id === openedId ? "true" : undefined} className="rt">
                {s.name || TOOL_NAMES[s.tool]}
              </Link>{" "}
              <span className="lb">{TOOL_NAMES[s.tool]}</span>
              <br />
              {s.says}
            </span>
            <span className="lb">{[initialsOf(s.personId), whenText(s.at)].filter(Boolean).join(", ")}</span>
            <Button
              size="small"
              aria-label={`${s.name} into the bin`}
              onClick={() => edit.remove("setting", s, `${s.name} taken out`)}
            >
              bin
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** One setting tool on the desk, without a job. */
export function SetDesk() {
  const { tool } = useParams();
  if (!isTool(tool)) {
    return (
      <Empty title="There is no such tool" acts={<Link to="/desk">Desk tools</Link>}>
        The setting tools are {settingTools.map((t) => TOOL_NAMES[t].toLowerCase()).join(", ")}.
      </Empty>
    );
  }
  const Tool = TOOLS[tool];
  return (
    <>
      <DeskHead name={TOOL_NAMES[tool]} />
      <div className="stage">
        <ToolList tool={tool} to={(t) => `/desk/set/${t}`} />
        <Tool key={tool} store="desk" begin={null} view={null} host={{ tabs: null }} />
      </div>
    </>
  );
}
