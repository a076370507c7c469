import { Input, Modal } from "antd";
import { useDeferredValue, useState } from "react";
import { useNavigate } from "react-router";
import type { SearchHit } from "../../contract";
import { useSearchQuery } from "../data/api";
import { Press } from "../ui/Press";
import css from "./app.module.css";

/** Where a hit is shown. */
export function pathOf(hit: SearchHit): string {
  switch (hit.resource) {
    case "part":
    case "setup":
      return hit.jobId ? `/jobs/${hit.jobId}/${hit.resource === "part" ? "plan?tool=lists" : "compare"}` : "/yard";
    case "torqueGroup":
    case "finding":
      return `/jobs/${hit.jobId ?? ""}/fit`;
    case "recording":
      return `/jobs/${hit.jobId ?? ""}/gauge`;
    case "job":
      return hit.closed ? `/jobs/${hit.id}/record` : `/jobs/${hit.id}`;
    case "sheet":
      return `/sheets/${hit.id}`;
    case "specLine":
      return hit.sheetId ? `/sheets/${hit.sheetId}` : `/vehicles/${hit.vehicleId ?? ""}`;
    default:
      return `/vehicles/${hit.vehicleId ?? ""}`;
  }
}

const KINDS: { [R in SearchHit["resource"]]?: string } = {
  vehicle: "vehicle",
  job: "job",
  part: "part",
  torqueGroup: "torque",
  finding: "finding",
  setup: "lever",
  recording: "recording",
  sheet: "sheet",
  specLine: "sheet value",
  recheck: "look again",
};

/** One search over the whole book, as one types: arrows choose, Enter goes there. */
export function Search({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const [words, setWords] = useState("");
  const [at, setAt] = useState(0);
  const asked = useDeferredValue(words.trim());
  const { data, isError } = useSearchQuery({ words: asked }, { skip: !asked });
  const hits = asked ? (data?.hits ?? []) : [];
  const chosen = Math.min(at, hits.length - 1);
  const go = (hit: SearchHit | undefined): void => {
    if (!hit) return;
    onClose();
    void navigate(pathOf(hit));
  };
  return (
    <Modal open title="Search" footer={null} width={640} onCancel={onClose} destroyOnHidden>
      <Input
        autoFocus
        aria-label="Tag, owner, part number, torque, finding or word"
        placeholder="Tag, owner, part number, torque, finding or word"
        role="combobox"
        aria-expanded={hits.length > 0}
        aria-controls="found"
        aria-activedescendant={hits.length ? `found-${chosen}` : undefined}
        maxLength={120}
        value={words}
        onChange={(e) => {
          setWords(e.target.value);
          setAt(0);
        }}
        onKeyDown={(e) => {
          if (e.key === "ArrowDown") setAt(Math.min(hits.length - 1, chosen + 1));
          else if (e.key === "ArrowUp") setAt(Math.max(0, chosen - 1));
          else if (e.key === "Enter") go(hits[chosen]);
          else return;
          e.preventDefault();
        }}
      />
      <p className="lb" role="status" style={{ margin: "8px 0" }}>
        {!asked
          ? "All words must be there; each may be the beginning of one."
          : isError
            ? "No answer. Try again in a moment."
            : data && !hits.length
              ? `Nothing says “${asked}”.`
              : ""}
      </p>
      <ul className={css.found} id="found" role="listbox" aria-label="Found">
        {hits.map((h, i) => (
          <li key={`${h.resource} ${h.id}`} id={`found-${i}`} role="option" aria-selected={i === chosen}>
            <Press className={css.hit} tabIndex={-1} onClick={() => go(h)} onMouseEnter={() => setAt(i)}>
              <span className="lb">{KINDS[h.resource] ?? h.resource}</span>
              <span>
                <b>{h.title}</b> <span className="q">{h.text}</span>
                <span className="lb">{h.where}</span>
              </span>
            </Press>
          </li>
        ))}
      </ul>
    </Modal>
  );
}
