import { Button, Modal } from "antd";
import { useState } from "react";
import { addressOf, boundsOf, resources, type BackupLine, type Shop } from "../../../contract";
import { formatNumber } from "../../../core";
import { useBackupsQuery } from "../../data/api";
import { makeBackup, restoreBackup } from "../../data/backups";
import { errorText, type ApiError } from "../../format/apiError";
import { count, dateText, timeText } from "../../format/words";
import { NumberField } from "../../ui/NumberField";
import { SlotSwitch } from "../../ui/slots";
import css from "./shop.module.css";

const KINDS: Record<BackupLine["kind"], string> = {
  hand: "made by hand",
  schedule: "by the schedule",
  beforeRestore: "kept before a restore",
};
/** A day, and a fortnight of days. */
const USUAL = { everyHours: 24, keep: 14 };
const MEGA = 1e6;
const SHOWN = 6;

/** Copies of the book: made now or on a schedule, each checked, and the way back. */
export function BackupCopies({ shop, onChange }: { shop: Shop; onChange: (f: Partial<Shop>, what: string) => void }) {
  const { data, refetch } = useBackupsQuery();
  const [busy, setBusy] = useState<"making" | "restoring" | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [asking, setAsking] = useState<BackupLine | null>(null);
  const [all, setAll] = useState(false);
  const run = async (what: "making" | "restoring", work: () => Promise<string>): Promise<void> => {
    setBusy(what);
    setSaid(null);
    try {
      setSaid(await work());
    } catch (error) {
      setSaid(errorText(error as ApiError));
    } finally {
      setBusy(null);
      void refetch();
    }
  };
  const make = () =>
    run("making", async () => {
      const made = await makeBackup();
      return `Copied and checked: ${count(made.vehicles ?? 0, "vehicle")}, ${count(made.jobs ?? 0, "job")}.`;
    });
  const restore = (line: BackupLine) =>
    run("restoring", async () => {
      await restoreBackup(line.name);
      // Everything on the screen is of the other book: it is read anew.
      location.assign("/shop");
      return "Restored.";
    });
  const list = data?.backups ?? [];
  const { backup } = shop;
  return (
    <section className="sect" aria-label="Backup">
      <div className="row-flex">
        <h2 className="hd2">
          Backup{" "}
          <span className="lb">
            {list[0] ? `last ${dateText(list[0].at)}, ${timeText(list[0].at)}` : "no copy yet"}
          </span>
        </h2>
        <span className="push" />
        <Button size="small" loading={busy === "making"} disabled={busy !== null} onClick={() => void make()}>
          Copy now
        </Button>
      </div>
      <p className="lb" role="status">
        {said ??
          "A copy is made while you work and read through before it counts. Copy the folder to another disk too."}
      </p>
      <div className={css.schedule}>
        <span className="row-flex">
          <SlotSwitch
            on={backup !== null}
            label="Copy on a schedule"
            onChange={(on) => onChange({ backup: on ? USUAL : null }, `Backup on a schedule: ${on ? "on" : "off"}`)}
          />
          <span>On a schedule</span>
        </span>
        {backup && (
          <>
            <NumberField
              label="every"
              value={backup.everyHours}
              {...boundsOf(resources.shop, "backup.everyHours")}
              unit="hours"
              onCommit={(v) =>
                v !== null && onChange({ backup: { ...backup, everyHours: v } }, `Backup every ${v} hours`)
              }
            />
            <NumberField
              label="copies kept"
              value={backup.keep}
              {...boundsOf(resources.shop, "backup.keep")}
              unit=""
              onCommit={(v) => v !== null && onChange({ backup: { ...backup, keep: v } }, `${v} backups kept`)}
            />
          </>
        )}
      </div>
      <ul className="lined">
        {(all ? list : list.slice(0, SHOWN)).map((b) => (
          <li key={b.name} className="row-flex">
            <span>
              {dateText(b.at)}, {timeText(b.at)}
              <span className="lb">
                {" "}
                {KINDS[b.kind]}, {formatNumber(b.bytes / MEGA, 1)} MB
                {b.ok ? `, ${count(b.vehicles ?? 0, "vehicle")}, ${count(b.jobs ?? 0, "job")}` : ""}
              </span>
              {!b.ok && <span className={css.damaged}> damaged: not to be used</span>}
            </span>
            <span className="push" />
            <a href={addressOf("backupFile", { name: b.name })} download={b.name}>
              File
            </a>
            <Button size="small" disabled={!b.ok || busy !== null} onClick={() => setAsking(b)}>
              Restore
            </Button>
          </li>
        ))}
      </ul>
      {list.length > SHOWN && (
        <Button size="small" onClick={() => setAll(!all)}>
          {all ? "Show the newest" : `Show all ${list.length}`}
        </Button>
      )}
      <Modal
        open={asking !== null}
        title={asking ? `Restore the book of ${dateText(asking.at)}, ${timeText(asking.at)}?` : ""}
        okText="Restore it"
        confirmLoading={busy === "restoring"}
        onCancel={() => setAsking(null)}
        onOk={() => {
          if (asking) void restore(asking).then(() => setAsking(null));
        }}
      >
        <p>
          Everything entered since then is no longer in the book. The present book is kept as a copy first, and can be
          restored the same way.
        </p>
      </Modal>
    </section>
  );
}
