import { Button } from "antd";
import { useEffect, useLayoutEffect, useRef } from "react";
import { Link } from "react-router";
import { errorText, isOffline } from "../format/apiError";
import "./layout.css";

/** Grey bars where words will stand. */
export function Skeleton({ rows = 6 }: { rows?: number }) {
  return (
    <div className="skeleton" role="status" aria-label="Reading">
      {Array.from({ length: rows }, (_, i) => (
        <i key={i} style={{ width: `${88 - ((i * 23) % 40)}%` }} />
      ))}
    </div>
  );
}

/** Between two tries by itself while the program does not answer, ms. */
const AGAIN_MS = 4000;

/** Tries again by itself while the program does not answer; says whether that is so. */
function useAgain(error: unknown, retry: () => void): boolean {
  const lost = isOffline(error);
  const again = useRef(retry);
  useLayoutEffect(() => {
    again.current = retry;
  });
  useEffect(() => {
    if (!lost) return;
    const timer = setInterval(() => again.current(), AGAIN_MS);
    return () => clearInterval(timer);
  }, [lost]);
  return lost;
}

/** What could not be read, and why. Where only the program does not answer, it is tried again until it does. */
export function Trouble({ error, retry }: { error: unknown; retry: () => void }) {
  const lost = useAgain(error, retry);
  return (
    <div className="trouble" role="alert">
      <h2 className="hd2">This could not be read</h2>
      <p>
        {errorText(error)}
        {lost && " It goes on by itself when the program answers again."}
      </p>
      <Button onClick={retry}>Try again</Button>
    </div>
  );
}

interface Query {
  error?: unknown;
  refetch: () => unknown;
}

/** Said over a list that could not be read anew: it stands as it was, and is tried again. */
export function AsLastRead({ query }: { query: Query }) {
  const lost = useAgain(query.error, () => void query.refetch());
  return lost ? (
    <p className="sect och" role="status">
      No connection to the program: this is as it was last read.
    </p>
  ) : null;
}

/** What is not here yet: on its way, or why it does not come. */
export const Coming = ({ query, rows }: { query: Query; rows?: number }) =>
  query.error ? <Trouble error={query.error} retry={() => void query.refetch()} /> : <Skeleton rows={rows} />;

/** An empty place says what belongs here and offers a worked example. */
export function Empty({
  title,
  children,
  acts,
}: {
  title: string;
  children?: React.ReactNode;
  acts?: React.ReactNode;
}) {
  return (
    <div className="empty">
      <h2 className="hd2">{title}</h2>
      {children && <div>{children}</div>}
      {acts && <div className="row-flex">{acts}</div>}
    </div>
  );
}

/** The way to the example that is tried by doing, where nothing is entered yet. */
export const TourLink = () => <Link to="/tour">Five minutes on an example</Link>;
