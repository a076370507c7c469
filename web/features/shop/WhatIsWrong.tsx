import { Button } from "antd";
import { useSyncExternalStore } from "react";
import { Link } from "react-router";
import type { ResponseOf } from "../../../contract";
import { useConditionQuery } from "../../data/api";
import { loggedEvents, onLogged, type LoggedEvent } from "../../data/eventLog";
import { useAppSelector } from "../../data/hooks";
import type { SavingState } from "../../data/saving";
import { dayText, timeText } from "../../format/words";
import { SavedState } from "../../pieces/saving/SavingTrouble";
import { saveAs } from "../../ui/saveAs";
import { Coming } from "../../ui/states";
import css from "./shop.module.css";

const GB = 1024 ** 3;
/** Below this much room the next backups may not fit. */
const LITTLE_ROOM_BYTES = 1 * GB;

const bytesText = (bytes: number): string =>
  bytes >= GB ? `${(bytes / GB).toFixed(1)} GB` : `${Math.max(1, Math.round(bytes / 1024 ** 2))} MB`;

const momentText = (iso: string): string => `${dayText(iso)}, ${timeText(iso)}`;

/** What waits in this browser, by kind: no text of it. */
function queueText({ pending, aside }: Pick<SavingState, "pending" | "aside">): string {
  const asked = pending.filter((e) => e.trouble).length;
  const files = pending.filter((e) => e.kind === "file").length;
  const parts = [
    pending.length ? `${pending.length} ${pending.length === 1 ? "edit" : "edits"} waiting` : "nothing waiting",
    asked && `${asked} refused`,
    files && `${files} with a file`,
    aside.length && `${aside.length} unreadable`,
  ];
  return parts.filter(Boolean).join(", ");
}

function report(condition: ResponseOf<"condition"> | undefined, saving: SavingState, events: readonly LoggedEvent[]) {
  return {
    made: new Date().toISOString(),
    browser: navigator.userAgent,
    condition: condition ?? "the program does not answer",
    queue: saving.pending.map((e) => ({
      kind: e.kind,
      queuedAt: e.queuedAt,
      sent: e.sent,
      refused: e.trouble && { code: e.trouble.code, field: e.trouble.field },
    })),
    unreadable: saving.aside.length,
    storage: saving.memoryOnly ? "the browser stores nothing" : "kept by the browser",
    events,
  };
}

/** What a person looks at, or sends to who helps them, when something is wrong. It holds nothing of a customer. */
export function WhatIsWrong() {
  const { data, error, refetch } = useConditionQuery();
  const saving = useAppSelector((s) => s.saving);
  const events = useSyncExternalStore(onLogged, loggedEvents);
  const lines: [string, string, string?][] = data
    ? [
        ["Version", data.version],
        [
          "Room on the disk",
          `${bytesText(data.disk.freeBytes)} free of ${bytesText(data.disk.totalBytes)}`,
          data.disk.freeBytes < LITTLE_ROOM_BYTES ? "Free some space: the next backups may not fit." : undefined,
        ],
        ["The shop’s file", bytesText(data.bookBytes)],
        [
          "Last backup",
          data.lastBackup ? momentText(data.lastBackup) : "none",
          data.lastBackup ? undefined : "Make one under Shop, Backups.",
        ],
      ]
    : [];
  lines.push([
    "This browser",
    queueText(saving),
    saving.memoryOnly ? "It stores nothing: keep the tab open." : undefined,
  ]);
  return (
    <>
      <title>What is wrong · Ash Lever</title>
      <header className="top">
        <h1>What is wrong</h1>
        <div className="push" />
        <SavedState />
        <Button
          onClick={() =>
            saveAs("what-is-wrong.json", JSON.stringify(report(data, saving, events), null, 2), "application/json")
          }
        >
          Save as a file
        </Button>
        <Link to="/shop">Shop</Link>
      </header>
      <div className="page">
        <section className="sect" aria-label="The program">
          {!data && <Coming query={{ error, refetch }} rows={4} />}
          <dl className={css.condition}>
            {lines.map(([what, says, toDo]) => (
              <div key={what}>
                <dt>{what}</dt>
                <dd>
                  {says}
                  {toDo && <span className={css.todo}>{toDo}</span>}
                </dd>
              </div>
            ))}
          </dl>
        </section>
        <section className="sect" aria-label="Events">
          <h2 className="hd2">
            Events{" "}
            <span className="lb">the last 200 of this browser, newest first; nothing of a customer is in them</span>
          </h2>
          {events.length ? (
            <ol className={css.events}>
              {[...events].reverse().map((e, i) => (
                <li key={events.length - i}>
                  <time dateTime={e.at}>{momentText(e.at)}</time>
                  <span>{e.where}</span>
                  <span>{e.what}</span>
                </li>
              ))}
            </ol>
          ) : (
            <p>Nothing went wrong in this browser so far.</p>
          )}
        </section>
      </div>
    </>
  );
}
