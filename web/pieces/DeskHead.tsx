import { Link } from "react-router";

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
