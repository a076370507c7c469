import { Link } from "react-router";

/** Tools of a stage, by what stands in its address; the first is the stage itself. */
export function StageTabs({
  tools,
  shown,
  children,
}: {
  tools: readonly (readonly [tool: string, name: string])[];
  shown: string | null;
  children?: React.ReactNode;
}) {
  const known = tools.some(([tool]) => tool === shown);
  return (
    <nav className="tabs2" aria-label="Tools of this stage">
      {tools.map(([tool, name], i) => (
        <Link
          key={tool}
          to={tool ? `?tool=${tool}` : "?"}
          aria-current={tool === shown || (!known && i === 0) ? "page" : undefined}
        >
          {name}
        </Link>
      ))}
      {children}
    </nav>
  );
}
