import { Link } from "react-router";
import type { SettingTool } from "../../../contract";
import { TOOL_ASKS, TOOL_NAMES } from "../../format/settingTools";
import { DESK_DRAWINGS, type DeskTool } from "./drawings";
import css from "./desk.module.css";

interface Line {
  tool: DeskTool;
  path: string;
  name: string;
  asks: string;
}

const own = (tool: DeskTool, name: string, asks: string): Line => ({ tool, path: tool, name, asks });
const setting = (tool: SettingTool): Line => ({
  tool,
  path: `set/${tool}`,
  name: TOOL_NAMES[tool],
  asks: TOOL_ASKS[tool],
});

const GROUPS: { title: string; tools: Line[] }[] = [
  {
    title: "Levers and linkage",
    tools: [
      own("throw-bench", "Throw bench", "How much shorter, how much harder, where does the knob go?"),
      setting("rod"),
      setting("gatedLinkage"),
      setting("floorSlot"),
    ],
  },
  {
    title: "Stops, gaps and fits",
    tools: [
      setting("stops"),
      setting("lockout"),
      setting("release"),
      setting("shims"),
      setting("cableMarks"),
      setting("pressFit"),
    ],
  },
  {
    title: "Torque and measuring",
    tools: [
      own("torque-text", "Torque text", "What does “103-105 lb ft” mean in N m?"),
      own("fastener", "Fastener", "What torque is typical for this bolt, and how deep must it go?"),
      own("measurement", "Measurement", "Is the change larger than the measuring error?"),
    ],
  },
  {
    title: "Vibration and diagnosis",
    tools: [
      own("what-turns", "Rotating parts", "At this speed, which part shakes at which frequency?"),
      own("rehearse", "Rehearse", "A hidden fault: which tests find it soonest?"),
    ],
  },
];

/** Every calculator on its own, without a job. */
export function DeskPage() {
  return (
    <>
      <title>Desk tools · Ash Lever</title>
      <header className="top">
        <h1>Desk tools</h1>
        <span className="q">each works without a job; a result can be taken into one</span>
        <div className="push" />
        <Link to="/tour">Five minutes on an example</Link>
      </header>
      <div className={css.desk}>
        {GROUPS.map(({ title, tools }) => (
          <section key={title} aria-label={title}>
            <h2 className="hd2">{title}</h2>
            <ul>
              {tools.map((t) => (
                <li key={t.path}>
                  <Link to={`/desk/${t.path}`}>
                    <svg viewBox="0 0 72 48" width="72" height="48" aria-hidden="true">
                      {DESK_DRAWINGS[t.tool]}
                    </svg>
                    <span>
                      <b className="rt">{t.name}</b>
                      <span className="q">{t.asks}</span>
                    </span>
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </>
  );
}
