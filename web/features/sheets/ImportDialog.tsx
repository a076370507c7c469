import { useState } from "react";
import { Alert, Button, Input, Modal, Select } from "antd";
import { Question } from "../../pieces/sheets/Question";
import type { SheetView } from "../../../contract";
import { columnRoles, sourceText, stateOf, type ColumnRole, type DraftLine, type LineFields } from "../../../domain";
import type { Editor } from "../../data/saving";
import { AUDIT_LIMIT, LINE_KIND_NAMES, WAY_NAMES } from "../../format/sheetWords";
import { capital } from "../../format/grammar";
import { count } from "../../format/words";
import { readTextFile } from "../../ui/readTextFile";
import { useFilePick } from "../../ui/useFilePick";
import { Choice, TextField } from "../../ui/TextField";
import { useImport, type RowChoice } from "./useImport";
import { LedgerTable } from "../../ui/LedgerTable";
import css from "./sheets.module.css";

const ROLES: Record<ColumnRole, string> = {
  skip: "leave out",
  name: "where, name",
  value: "value or number",
  unit: "unit",
  place: "place",
  count: "how many",
  thread: "thread",
  grade: "grade",
  length: "length",
  maker: "maker",
  quantity: "quantity",
  price: "price",
  builtFrom: "built from",
  builtTo: "built to",
  chassisFrom: "chassis from",
  chassisTo: "chassis to",
  option: "option",
  feature: "told apart by",
  source: "source",
  page: "page",
  note: "note",
};

const CHOICES: Record<RowChoice, string> = {
  add: "add it",
  beside: "keep both, in conflict until decided",
  replace: "use this one instead",
  leave: "leave it out",
};

const BARE = { ask: "not read", Nm: "N m", "lb ft": "lb ft", "lb in": "lb in" } as const;

/** Rows shown; all of them are read. */
const SHOWN = 200;

/** A table pasted from a spreadsheet, or a sheet saved as a file: looked through before anything is kept. */
export function ImportDialog({ view, edit, onClose }: { view: SheetView; edit: Editor; onClose: () => void }) {
  const model = useImport(view, edit);
  const [note, setNote] = useState<string | null>(null);
  const picker = useFilePick(
    ".csv,.tsv,.txt,.json,text/csv,application/json",
    "Table or sheet",
    ([chosen]) =>
      void readTextFile(chosen).then((read) => {
        model.setText(read.text);
        setNote(read.note);
      }),
  );
  const { file, table } = model;
  const flagged = model.drafts.filter((d) => flagsOf(d).length || d.disagrees).length;
  const unnamed = model.drafts.some((d) => d.asks.some((q) => q.kind === "noSource"));
  const kinds = {
    torque: LINE_KIND_NAMES.torque,
    part: LINE_KIND_NAMES.part,
    setting: LINE_KIND_NAMES.setting,
    fluid: LINE_KIND_NAMES.fluid,
  };
  return (
    <Modal
      open
      mask={{ closable: false }}
      keyboard={!model.text}
      width={1080}
      title={`Import into ${view.sheet.name}`}
      onCancel={onClose}
      footer={[
        <Button
          key="no"
          onClick={() => {
            model.forget();
            onClose();
          }}
        >
          Cancel
        </Button>,
        <Button
          key="yes"
          type="primary"
          disabled={!model.count}
          onClick={() => {
            model.apply();
            model.forget();
            onClose();
          }}
        >
          {model.count
            ? `Import ${count(model.count, "value")}${model.bad.length ? `, leave out ${count(model.bad.length, "row")}` : ""}`
            : "Nothing to import"}
        </Button>,
      ]}
    >
      <div className={css.import}>
        <div className="fields">
          <Choice
            label="what the table holds"
            value={model.kind === "interval" ? "fluid" : model.kind}
            options={kinds}
            onChange={model.setKind}
          />
          <Choice
            label="it is from"
            value={model.source.how}
            options={WAY_NAMES}
            onChange={(how) => model.setSource({ how })}
          />
          <TextField
            label="document or person"
            value={model.source.title}
            placeholder="leaflet FR-72"
            onCommit={(title) => model.setSource({ title })}
          />
          <TextField
            label="edition"
            value={model.source.edition}
            onCommit={(edition) => model.setSource({ edition })}
          />
          <TextField label="page" value={model.source.page} onCommit={(page) => model.setSource({ page })} />
          {model.kind === "torque" && (
            <Choice
              label="figures without a unit are"
              value={model.bareUnit ?? "ask"}
              options={BARE}
              onChange={(u) => model.setBareUnit(u === "ask" ? null : u)}
            />
          )}
        </div>
        <div className={css.paste}>
          <Input.TextArea
            aria-label="Table, or the text of a sheet’s file"
            placeholder={"Paste a table here: from a spreadsheet, or lines such as\nBottom plate\t90 in-lb\tM6\t8.8"}
            autoSize={{ minRows: 3, maxRows: 8 }}
            value={model.text}
            onChange={(e) => {
              model.setText(e.target.value);
              setNote(null);
            }}
          />
          <Button onClick={picker.pick}>Open a file</Button>
          {picker.field}
        </div>
        {note && <Alert type="warning" title={note} />}
        {table?.long && (
          <Alert
            type="warning"
            title="Some cells or rows are longer than any that are read: only their beginning is here."
          />
        )}
        {table?.cut && <Alert type="warning" title="Only the first 5000 rows are read." />}
        {file && !file.ok && <Alert type="error" title={FILE_TROUBLE[file.why]} description={file.detail} />}
        {file?.ok && <MergeList model={model} />}
        {table && (
          <>
            <p role="status">
              <b>{capital(count(model.drafts.length, "row"))} can be read.</b>{" "}
              {flagged > 0 && <span className="och">{flagged} flagged. </span>}
              {model.bad.length > 0 && (
                <span className="brk">
                  {capital(count(model.bad.length, "row"))} cannot be read yet: correct{" "}
                  {model.bad.length === 1 ? "it" : "them"} below.
                </span>
              )}
            </p>
            {unnamed && <p className="och">Name the document above: a value without its source is questioned later.</p>}
            <Mapping model={model} />
            {model.left.length > 0 && <LeftRows model={model} />}
            {model.bad.length > 0 && <BadRows model={model} />}
            <Drafts model={model} />
            <p className="lb">{AUDIT_LIMIT}</p>
          </>
        )}
      </div>
    </Modal>
  );
}

/** What is asked of a row by itself; that no document is named is said once for all. */
const flagsOf = (d: DraftLine): DraftLine["asks"] => d.asks.filter((q) => q.kind !== "noSource");

type Model = ReturnType<typeof useImport>;

const FILE_TROUBLE = {
  notJson: "This is not a file the program can read.",
  notASheet: "This file is not a spec sheet.",
  newer: "This sheet was saved by a newer version of the program. Save it there in the older form, or update here.",
  sheet: "The head of this sheet cannot be read.",
} as const;

/** What each column is, guessed and changeable. */
function Mapping({ model }: { model: Model }) {
  return (
    <div className={css.mapping} role="group" aria-label="Columns">
      {model.columns.map((role, i) => (
        <label key={i}>
          <span className="lb">{model.head[i] || `column ${i + 1}`}</span>
          <Select<ColumnRole>
            size="small"
            aria-label={`Column ${i + 1}`}
            value={role}
            popupMatchSelectWidth={false}
            onChange={(r) => model.setRole(i, r)}
            options={columnRoles.map((r) => ({ value: r, label: ROLES[r] }))}
          />
        </label>
      ))}
    </div>
  );
}

/** Lines above and under the table, which are not read as values unless somebody says so. */
function LeftRows({ model }: { model: Model }) {
  return (
    <section aria-label="Not part of the table">
      <h3 className="hd2">Not part of the table</h3>
      <ul className={css.bad}>
        {model.left.slice(0, SHOWN).map((l) => (
          <li key={l.row}>
            <span className="n q">row {l.row}</span>
            <span className="lb">
              {l.why === "title" ? "title" : "note"}: {l.text.slice(0, 120)}
            </span>
            <Button size="small" onClick={() => model.readRow(l.row)}>
              Read it as a row
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function BadRows({ model }: { model: Model }) {
  return (
    <section aria-label="Rows to correct">
      <h3 className="hd2">To correct</h3>
      <ul className={css.bad}>
        {model.bad.slice(0, SHOWN).map((b) => (
          <li key={b.row}>
            <span className="n q">row {b.row}</span>
            <span className="lb">{b.cells.filter(Boolean).join(" · ").slice(0, 90)}</span>
            <TextField
              label={`${ROLES[b.column]}; accepted: ${b.accepts}`}
              value={b.got}
              whileTyping={false}
              onCommit={(text) => model.correct(b.row, b.column, text)}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

const written = (l: LineFields): string => {
  const state = stateOf(l);
  return state.kind === "missing"
    ? "no value"
    : state.kind === "known"
      ? state.source.typed
      : state.sources.map((s) => s.typed).join(" or ");
};

function Drafts({ model }: { model: Model }) {
  if (!model.drafts.length) return null;
  return (
    <LedgerTable className={css.drafts} heads={["row", "where", "value", "here now", "flags", "do"]}>
      {model.drafts.slice(0, SHOWN).map((d) => (
        <Draft key={d.row} draft={d} model={model} />
      ))}
    </LedgerTable>
  );
}

function Draft({ draft: d, model }: { draft: DraftLine; model: Model }) {
  const asks = flagsOf(d);
  const slip = asks.find((q) => q.kind === "unitSlip");
  const options = (Object.keys(CHOICES) as RowChoice[]).filter((c) =>
    d.there ? c !== "add" : c === "add" || c === "leave",
  );
  return (
    <tr className={asks.length || d.disagrees ? "flagged" : undefined}>
      <td className="n">{d.row}</td>
      <td className="txt">
        {d.line.name} <span className="lb">{d.line.torque?.thread}</span>
      </td>
      <td className="txt n">{written(d.line)}</td>
      <td className="txt">
        {d.there && (
          <>
            <span className="n">{written(d.there)}</span>{" "}
            <span className="lb">{d.there.sources[0] && sourceText(d.there.sources[0])}</span>
          </>
        )}
      </td>
      <td className="txt lb">
        {d.disagrees && <span className="och">Disagrees with what is here. </span>}
        {asks.map((q, i) => (
          <span key={i} className="och">
            <Question of={q} />{" "}
          </span>
        ))}
        {slip && slip.kind === "unitSlip" && model.columns.includes("value") && !model.columns.includes("unit") && (
          <Button size="small" onClick={() => model.correct(d.row, "value", slip.couldBe)}>
            It is {slip.couldBe}
          </Button>
        )}
      </td>
      <td className="txt">
        <Select<RowChoice>
          size="small"
          aria-label={`What to do with row ${d.row}`}
          value={model.choiceOf(d)}
          popupMatchSelectWidth={false}
          onChange={(c) => model.choose(d.row, c)}
          options={options.map((c) => ({ value: c, label: CHOICES[c] }))}
        />
      </td>
    </tr>
  );
}

const MERGE = {
  keep: "keep what is here",
  take: "use the file’s",
  beside: "keep both, in conflict until decided",
} as const;

/** A file's lines against the sheet's, with the choice for each. */
function MergeList({ model }: { model: Model }) {
  const { file, merge } = model;
  if (!file?.ok) return null;
  const same = merge.filter((m) => m.same).length;
  return (
    <>
      <p role="status">
        <b>
          {file.file.sheet.name}: {count(merge.length, "value")}.
        </b>{" "}
        {same > 0 && `${same} are the same here. `}
        {file.bad.length > 0 && <span className="brk">{count(file.bad.length, "line")} cannot be read.</span>}
      </p>
      {file.bad.length > 0 && (
        <ul className="lb">
          {file.bad.slice(0, SHOWN).map((b) => (
            <li key={b.line}>
              Line {b.line}, {b.name || "without a name"}: {b.field}, accepted: {b.accepts}
            </li>
          ))}
        </ul>
      )}
      <LedgerTable className={css.drafts} heads={["what", "name", "in the file", "here", "do"]}>
        {merge.map((m, i) =>
          m.same || i >= SHOWN * 2 ? null : (
            <tr key={i}>
              <td className="txt lb">{LINE_KIND_NAMES[m.theirs.kind]}</td>
              <td className="txt">{m.theirs.name}</td>
              <td className="txt n">{written(m.theirs)}</td>
              <td className="txt n">{m.mine ? written(m.mine) : "not here"}</td>
              <td className="txt">
                <Select
                  size="small"
                  aria-label={`What to do with ${m.theirs.name}`}
                  value={model.mergeChoice(i)}
                  popupMatchSelectWidth={false}
                  onChange={(c) => model.chooseMerge(i, c)}
                  options={(m.mine ? (["keep", "take", "beside"] as const) : (["take", "keep"] as const)).map((c) => ({
                    value: c,
                    label: m.mine ? MERGE[c] : c === "take" ? "add it" : "leave it out",
                  }))}
                />
              </td>
            </tr>
          ),
        )}
      </LedgerTable>
    </>
  );
}
