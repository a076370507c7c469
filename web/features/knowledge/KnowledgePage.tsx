import { Button, Input, Modal } from "antd";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { countChanges, shopStandard, likelihoodWords, withChanges, type Knowledge } from "../../../core";
import { useShopQuery } from "../../data/api";
import { useKeys } from "../../data/useKeys";
import { SavedState } from "../../pieces/saving/SavingTrouble";
import { NumberField } from "../../ui/NumberField";
import { Coming } from "../../ui/states";
import { UndoKeys } from "../../pieces/job/UndoKeys";
import { AddLine } from "../../ui/AddLine";
import { useShop } from "../../data/useShop";
import { changesOf, importKnowledge, newItemId, withItem, withoutItem } from "../../../domain";
import { FaultEditor, ObservationEditor, TestEditor } from "./ItemEditor";
import { WORD_NAMES } from "./LikelihoodField";
import { saveAs } from "../../ui/saveAs";
import { readTextFile } from "../../ui/readTextFile";
import { useFilePick } from "../../ui/useFilePick";
import { Press } from "../../ui/Press";

type Tab = "faults" | "symptoms" | "results" | "tests" | "words";

const TABS: Record<Tab, string> = {
  faults: "Faults",
  symptoms: "Symptoms",
  results: "Results",
  tests: "Tests",
  words: "Words",
};
const ADD: Partial<Record<Tab, string>> = {
  faults: "Add a fault: what it is called",
  symptoms: "Add a symptom, as a driver says it",
  results: "Add a result: what a test shows",
  tests: "Add a test: what is done",
};

function itemsOf(knowledge: Knowledge, tab: Tab): { id: string; label: string; note: string }[] {
  switch (tab) {
    case "faults":
      return knowledge.faults.map((f) => ({
        id: f.id,
        label: f.label,
        note: f.referOn ? "specialist" : `×${f.prior}`,
      }));
    case "tests":
      return knowledge.tests.map((t) => ({ id: t.id, label: t.label, note: `${t.minutes} min` }));
    case "words":
      return [];
    default:
      return knowledge.observations
        .filter((o) => (o.kind === "symptom") === (tab === "symptoms"))
        .map((o) => ({ id: o.id, label: o.label, note: "" }));
  }
}

/** The table out to a file and in from one; one that will not do says why, and nothing is changed. */
function TableFiles({
  knowledge,
  keep,
  children,
}: {
  knowledge: Knowledge;
  keep: (next: Knowledge, what: string) => void;
  children: React.ReactNode;
}) {
  const [refused, setRefused] = useState<string | null>(null);
  const save = (): void => saveAs("evidence-table.json", JSON.stringify(knowledge, null, 2));
  const load = async (chosen: File): Promise<void> => {
    const read = importKnowledge((await readTextFile(chosen)).text);
    if (read.ok) keep(read.knowledge, `read from ${chosen.name}`.slice(0, 90));
    setRefused(read.ok ? null : read.why);
  };
  const file = useFilePick("application/json,.json", "File with a table", ([picked]) => void load(picked));
  return (
    <>
      <Button onClick={save}>Write to a file</Button>
      <Button onClick={file.pick}>Read from a file</Button>
      {file.field}
      {children}
      {refused && (
        <p className="why" role="alert">
          Nothing was changed. {refused}
        </p>
      )}
    </>
  );
}

/** The table behind Ask, the shop's to change: every change stands in the history and can be undone. */
export function KnowledgePage() {
  const desk = useShop();
  const query = useShopQuery();
  const [tab, setTab] = useState<Tab>("faults");
  const [chosen, setChosen] = useState<string | null>(null);
  const [find, setFind] = useState("");
  const [asking, setAsking] = useState(false);
  const changes = desk?.shop.knowledge ?? null;
  const knowledge = useMemo(() => withChanges(shopStandard, changes), [changes]);
  const own = useMemo(
    () =>
      new Set(
        [changes?.faults, changes?.observations, changes?.tests]
          .flatMap((l) => l?.map((i) => i.id) ?? [])
          .concat(Object.keys(changes?.table ?? {})),
      ),
    [changes],
  );
  const keys = useMemo(
    () => ({ "Ctrl+z": () => desk?.edit.undo(), "Ctrl+Shift+z": () => desk?.edit.redo() }),
    [desk?.edit],
  );
  useKeys(keys);
  if (!desk) return <Coming query={query} rows={12} />;

  const keep = (next: Knowledge, what: string): void => desk.patch({ knowledge: changesOf(next) }, `Table: ${what}`);
  const items = itemsOf(knowledge, tab).filter((i) => i.label.toLowerCase().includes(find.trim().toLowerCase()));
  const id = items.some((i) => i.id === chosen) ? chosen : (items[0]?.id ?? null);
  const count = countChanges(changes);

  const add = (label: string): void => {
    const newId = newItemId(knowledge, label);
    if (tab === "faults") keep(withItem(knowledge, "faults", { id: newId, label, prior: 1 }), `added ${label}`);
    else if (tab === "tests") {
      const results = knowledge.observations
        .filter((o) => o.kind === "result")
        .slice(0, 1)
        .map((o) => o.id);
      keep(withItem(knowledge, "tests", { id: newId, label, minutes: 5, hands: 1, results }), `added ${label}`);
    } else {
      const kind = tab === "symptoms" ? ("symptom" as const) : ("result" as const);
      keep(withItem(knowledge, "observations", { id: newId, label, kind, faultFree: "rarely" }), `added ${label}`);
    }
    setChosen(newId);
  };
  const editorOf = () => {
    const remove = (label: string) => () => id && keep(withoutItem(knowledge, id), `without ${label}`);
    if (tab === "faults") {
      const item = knowledge.faults.find((f) => f.id === id);
      return item && <FaultEditor {...{ knowledge, item }} onChange={keep} onRemove={remove(item.label)} />;
    }
    if (tab === "tests") {
      const item = knowledge.tests.find((t) => t.id === id);
      return item && <TestEditor {...{ knowledge, item }} onChange={keep} onRemove={remove(item.label)} />;
    }
    const item = knowledge.observations.find((o) => o.id === id);
    return item && <ObservationEditor {...{ knowledge, item }} onChange={keep} onRemove={remove(item.label)} />;
  };

  return (
    <>
      <title>The table behind Ask · Ash Lever</title>
      <header className="top">
        <h1>The table behind Ask</h1>
        <span className="lb">
          <Link to="/shop">Shop</Link> · {count ? `${count} changes of our own` : "default: engineering judgement"}
        </span>
        <div className="push" />
        <UndoKeys scope="shop" edit={desk.edit} />
        <SavedState />
      </header>
      <div className="row-flex" style={{ padding: "10px 18px", borderBottom: "1px solid var(--line)" }}>
        <TableFiles knowledge={knowledge} keep={keep}>
          <Button disabled={!count} onClick={() => setAsking(true)}>
            Reset to default
          </Button>
        </TableFiles>
      </div>
      <div className="know">
        <div className="know-list">
          <div className="know-tabs" role="tablist" aria-label="Parts of the table">
            {(Object.keys(TABS) as Tab[]).map((t) => (
              <Press
                key={t}
                role="tab"
                aria-selected={t === tab}
                onClick={() => {
                  setTab(t);
                  setFind("");
                }}
              >
                {TABS[t]}
              </Press>
            ))}
          </div>
          {tab !== "words" && (
            <div style={{ padding: "10px 16px" }}>
              <Input
                aria-label={`Find in ${TABS[tab].toLowerCase()}`}
                placeholder="Find"
                value={find}
                onChange={(e) => setFind(e.target.value)}
              />
            </div>
          )}
          <div className="know-items">
            {items.map((i) => (
              <Press key={i.id} aria-pressed={i.id === id} onClick={() => setChosen(i.id)}>
                <span>{i.label}</span>
                {own.has(i.id) && <span className="own">ours</span>}
                <span className="lb n">{i.note}</span>
              </Press>
            ))}
            {tab !== "words" && !items.length && (
              <p className="q" style={{ padding: "10px 16px" }}>
                Nothing of that name.
              </p>
            )}
          </div>
          {ADD[tab] && (
            <div className="know-add">
              <AddLine label={ADD[tab]} max={80} onAdd={add} />
            </div>
          )}
        </div>
        <div className="know-edit">
          {tab === "words" ? (
            <Words knowledge={knowledge} onChange={keep} />
          ) : (
            <div key={id} style={{ display: "contents" }}>
              {editorOf()}
            </div>
          )}
        </div>
      </div>
      <Modal
        open={asking}
        title="Reset the table to default?"
        okText="Reset to default"
        cancelText="Keep ours"
        onCancel={() => setAsking(false)}
        onOk={() => {
          setAsking(false);
          desk.patch({ knowledge: null }, "Table: reset to default");
        }}
      >
        {count} changes of the shop are removed. Undo restores them.
      </Modal>
    </>
  );
}

function Words({ knowledge, onChange }: { knowledge: Knowledge; onChange: (next: Knowledge, what: string) => void }) {
  return (
    <>
      <h2 className="hd2">What the words mean</h2>
      <p className="lb">How many of a hundred vehicles with the fault show it. From 0.1 to 99.9: nothing is certain.</p>
      <div className="fields">
        {likelihoodWords.map((w) => (
          <NumberField
            key={w}
            label={WORD_NAMES[w]}
            value={Number((knowledge.words[w] * 100).toFixed(1))}
            min={0.1}
            max={99.9}
            unit="of 100"
            onCommit={(pct) =>
              pct !== null &&
              onChange({ ...knowledge, words: { ...knowledge.words, [w]: pct / 100 } }, `${WORD_NAMES[w]} is ${pct} %`)
            }
          />
        ))}
      </div>
      <h2 className="hd2">Nothing wrong</h2>
      <p className="lb">How often nothing is wrong with a vehicle that somebody complains of.</p>
      <div className="fields">
        <NumberField
          label="nothing wrong"
          value={ofHundred(knowledge.nothing ?? 0)}
          min={0}
          max={90}
          digits={1}
          unit="of 100 vehicles"
          onCommit={(pct) =>
            pct !== null &&
            onChange({ ...knowledge, nothing: pct / (100 - pct) }, `Nothing wrong in ${pct} of 100 vehicles`)
          }
        />
      </div>
    </>
  );
}

/** A weight against all faults together as so many of a hundred vehicles. */
const ofHundred = (share: number): number => Number(((100 * share) / (1 + share)).toFixed(1));
