import { Button, Input, Modal } from "antd";
import { useMemo, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { Operation, SheetListLine, WantedValue } from "../../../contract";
import { photosOf, readSheet } from "../../../domain";
import { useBookQuery, usePrefetch, useSheetsQuery } from "../../data/api";
import { useKeys } from "../../data/useKeys";
import { newId, useEdit } from "../../data/saving";
import { builtText, LINE_KIND_NAMES } from "../../format/sheetWords";
import { count } from "../../format/words";
import { SavedState } from "../../pieces/saving/SavingTrouble";
import { Answer } from "../../ui/Answer";
import { readTextFile } from "../../ui/readTextFile";
import { useFilePick } from "../../ui/useFilePick";
import { Tag } from "../../ui/pictograms";
import { AsLastRead, Coming, Empty } from "../../ui/states";
import { AuditList } from "./AuditList";
import css from "./sheets.module.css";

/** Operations of one change. */
const AT_ONCE = 140;

/** Values shown of what is missing over the shop. */
const WANTED_SHOWN = 40;

/** All spec sheets, what is missing over the shop, and what the audit questions. */
export function SheetsPage() {
  const navigate = useNavigate();
  const { data, error, refetch } = useSheetsQuery();
  // Which pictures this shop has, for a sheet that is opened from a file.
  const { data: book } = useBookQuery();
  const edit = useEdit("shop");
  const [filter, setFilter] = useState("");
  const [naming, setNaming] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const keys = useMemo(() => ({ "Ctrl+z": edit.undo, "Ctrl+Shift+z": edit.redo }), [edit]);
  useKeys(keys);
  const begin = (name: string): void => {
    const id = edit.create("sheet", { name }, `Sheet: ${name}`);
    void navigate(`/sheets/${id}`);
  };
  const open = (text: string): void => {
    const photos = new Set(photosOf(book?.lines ?? []));
    const read = readSheet(text, (p) => photos.has(p));
    if (!read.ok) {
      setTrouble(
        read.why === "newer"
          ? "This sheet was saved by a newer version of the program."
          : `This file is not a spec sheet.${read.detail ? ` ${read.detail}` : ""}`,
      );
      return;
    }
    const id = newId();
    const lines = read.file.lines.map((line, i): Operation => ({
      op: "create",
      resource: "specLine",
      id: newId(),
      data: { ...line, sheetId: id, position: i },
    }));
    edit.all(`Sheet: ${read.file.sheet.name}`, [
      { op: "create", resource: "sheet", id, data: { ...read.file.sheet } },
      ...lines.slice(0, AT_ONCE - 1),
    ]);
    for (let from = AT_ONCE - 1; from < lines.length; from += AT_ONCE) {
      edit.all(`${read.file.sheet.name}: more values`, lines.slice(from, from + AT_ONCE));
    }
    setTrouble(
      read.bad.length
        ? `${count(read.bad.length, "line")} could not be read: ${read.bad
            .slice(0, 3)
            .map((b) => `${b.name || `line ${b.line}`} (${b.field})`)
            .join(", ")}.`
        : null,
    );
    if (!read.bad.length) void navigate(`/sheets/${id}`);
  };
  const picker = useFilePick(
    ".json,application/json",
    "Sheet",
    ([chosen]) => void readTextFile(chosen).then(({ text }) => open(text)),
  );
  const words = filter.trim().toLowerCase();
  const sheets = (data?.sheets ?? []).filter((s) =>
    `${s.name} ${s.title} ${s.vehicles.map((v) => v.tag).join(" ")}`.toLowerCase().includes(words),
  );
  const waited = (data?.wanted ?? []).filter((w) => w.jobs.length);
  return (
    <>
      <title>Sheets · Ash Lever</title>
      <header className="top">
        <h1>Sheets</h1>
        <span className="q">{data && count(data.sheets.length, "spec sheet")}</span>
        <div className="push" />
        <SavedState />
        <Input
          className={css.filter}
          aria-label="Sheet, model or tag"
          placeholder="Sheet, model or tag"
          allowClear
          maxLength={80}
          value={filter}
          onChange={(e) => setFilter(e.target.value)}
        />
        <Button onClick={picker.pick}>Open a sheet’s file</Button>
        {picker.field}
        <Button type="primary" onClick={() => setNaming(true)}>
          New sheet
        </Button>
      </header>
      {data && <AsLastRead query={{ error, refetch }} />}
      {!data ? (
        <Coming query={{ error, refetch }} rows={10} />
      ) : (
        <>
          {trouble && (
            <p className="sect brk" role="alert">
              {trouble}
            </p>
          )}
          {data.sheets.length + data.wanted.length > 0 && (
            <Answer>
              <b>
                {waited.length
                  ? `Open jobs wait for ${count(waited.length, "value")}.`
                  : data.wanted.length
                    ? "No open job waits for a value."
                    : "Every value has its source."}
              </b>{" "}
              {data.wanted.length > waited.length &&
                `${data.wanted.length - waited.length} more are missing or in conflict.`}
            </Answer>
          )}
          <div className={`page ${css.list}`}>
            <div>
              {data.sheets.length === 0 ? (
                <Empty
                  title="No spec sheets yet"
                  acts={
                    <Button type="primary" onClick={() => setNaming(true)}>
                      Begin a sheet
                    </Button>
                  }
                >
                  A sheet holds what all vehicles of one kind have in common: torque values, parts by build date,
                  settings, fluids and intervals, each with its source. Vehicles inherit from it, and jobs take from it
                  without typing anything twice.
                </Empty>
              ) : sheets.length === 0 ? (
                <p className="q sect">No sheet matches “{filter}”.</p>
              ) : (
                <ul className={css.sheets}>
                  {sheets.map((s) => (
                    <SheetLine key={s.id} sheet={s} />
                  ))}
                </ul>
              )}
            </div>
            <div className={css.aside}>
              <WantedList wanted={data.wanted} />
              <AuditList />
            </div>
          </div>
        </>
      )}
      {naming && <NameDialog onBegin={begin} onClose={() => setNaming(false)} />}
    </>
  );
}

function NameDialog({ onBegin, onClose }: { onBegin: (name: string) => void; onClose: () => void }) {
  const [name, setName] = useState("");
  const go = (): void => {
    if (name.trim()) onBegin(name.trim());
  };
  return (
    <Modal
      open
      title="New spec sheet"
      okText="Begin"
      okButtonProps={{ disabled: !name.trim() }}
      onOk={go}
      onCancel={onClose}
    >
      <label className="field">
        <span className="lb">which kind of vehicle</span>
        <Input
          autoFocus
          placeholder="Skarvane P2, cable shift"
          maxLength={80}
          value={name}
          onChange={(e) => setName(e.target.value)}
          onPressEnter={go}
        />
      </label>
    </Modal>
  );
}

/** What was fetched ahead so many seconds ago is still good: the page asks anew when it opens where it is not. */
const FRESH_S = 20;

function SheetLine({ sheet: s }: { sheet: SheetListLine }) {
  // A large sheet is fetched while the pointer or the keyboard comes to rest on it.
  const fetchSheet = usePrefetch("sheet", { ifOlderThan: FRESH_S });
  const ahead = (): void => fetchSheet(s.id);
  return (
    <li>
      <Link to={`/sheets/${s.id}`} onPointerEnter={ahead} onFocus={ahead}>
        <span>
          <b className="rt">{s.name}</b>
          <span className="lb">
            {[s.title, builtText(s.builtFrom, s.builtTo), s.transmission].filter(Boolean).join(", ")}
          </span>
        </span>
        <span className="lb">
          {count(s.torques, "torque value")}, {count(s.parts, "part")}
        </span>
        <span className="lb">
          {s.missing > 0 && <span className="brk">{s.missing} missing </span>}
          {s.conflicts > 0 && <span className="och">{s.conflicts} in conflict</span>}
        </span>
        <span className={css.tags}>
          {s.vehicles.slice(0, 3).map((v) => (
            <Tag key={v.id} text={v.tag} />
          ))}
          {s.vehicles.length > 3 && <span className="lb">and {s.vehicles.length - 3} more</span>}
          {!s.vehicles.length && <span className="lb">no vehicle yet</span>}
        </span>
      </Link>
    </li>
  );
}

/** Where a missing value is given: in its sheet, at its vehicle, or in the job that alone asks for it. */
function placeOf(w: WantedValue): string {
  if (!w.lineId) return `/jobs/${w.jobs[0]?.id ?? ""}/plan?tool=lists`;
  return w.sheetId ? `/sheets/${w.sheetId}?line=${w.lineId}` : `/vehicles/${w.vehicleId ?? ""}`;
}

function WantedList({ wanted }: { wanted: readonly WantedValue[] }) {
  return (
    <section className="sect" aria-label="Missing values">
      <h2 className="hd2">
        Missing and in conflict <span className="lb">what open jobs wait for first</span>
      </h2>
      <ul className="lined">
        {wanted.slice(0, WANTED_SHOWN).map((w) => (
          <li key={w.lineId ?? `${w.jobs[0]?.id} ${w.name}`} className={css.wanted}>
            <Link to={placeOf(w)}>
              <b className="rt">{w.name}</b>
            </Link>
            <span className={w.state === "missing" ? "lb brk" : "lb och"}>
              {LINE_KIND_NAMES[w.kind as keyof typeof LINE_KIND_NAMES]}{" "}
              {w.state === "missing" ? "missing" : "in conflict"}
            </span>
            <span className="lb">{w.of}</span>
            <span className="lb">
              {w.jobs.map((j) => (
                <Link key={j.id} to={`/jobs/${j.id}/plan?tool=lists`}>
                  job {j.number}, {j.tag}
                </Link>
              ))}
            </span>
          </li>
        ))}
      </ul>
      {!wanted.length && <p className="q">No value is missing in a sheet or an open job.</p>}
      {wanted.length > WANTED_SHOWN && <p className="lb">and {wanted.length - WANTED_SHOWN} more</p>}
    </section>
  );
}
