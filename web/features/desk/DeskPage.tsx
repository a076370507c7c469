import { Link } from "react-router";
import { settingTools } from "../../../contract";
import { TOOL_ASKS, TOOL_NAMES } from "../set/names";
import "./desk.css";

const TOOLS = [
  {
    path: "throw-bench",
    name: "Throw bench",
    asks: "How much shorter, how much harder, where does the knob go?",
  },
  ...settingTools.map((t) => ({ path: `set/${t}`, name: TOOL_NAMES[t], asks: TOOL_ASKS[t] })),
  { path: "torque-text", name: "Torque text", asks: "What does “103-105 lb ft” mean in N m?" },
  { path: "what-turns", name: "What turns", asks: "At this speed, which part shakes at which frequency?" },
  { path: "rehearse", name: "Rehearse", asks: "A hidden fault: which tests find it soonest?" },
  { path: "measurement", name: "Measurement", asks: "Is the change larger than the measuring error?" },
];

/** Every calculator on its own, without a job. */
export function DeskPage() {
  return (
    <>
      <title>Desk tools · Ash Lever</title>
      <header className="top">
        <h1>Desk tools</h1>
        <span className="q">every calculator free-standing; a result can be taken into a job</span>
      </header>
      <ul className="desk">
        {TOOLS.map((t) => (
          <li key={t.path}>
            <Link to={`/desk/${t.path}`}>
              <b className="hd">{t.name}</b>
              <span className="q">{t.asks}</span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}
