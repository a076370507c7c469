import { Link } from "react-router";
import { Choice } from "../ui/TextField";

export function DeskHead({ name, children }: { name: string; children?: React.ReactNode }) {
  return (
    <header className="top">
      <title>{`${name} · Ash Lever`}</title>
      <h1>{name}</h1>
      <Link to="/desk" className="lb">
        Desk tools
      </Link>
      <div className="push" />
      {children}
    </header>
  );
}

/** A choice in the head of a desk tool, so wide; its label is for those who listen. */
export function HeadChoice<T extends string>({
  width,
  ...choice
}: { width: number } & Pick<React.ComponentProps<typeof Choice<T>>, "label" | "value" | "options" | "onChange">) {
  return (
    <div style={{ width }}>
      <Choice hideLabel {...choice} />
    </div>
  );
}
