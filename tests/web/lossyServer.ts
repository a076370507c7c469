import type { ChangeAnswer, ChangeRequest } from "../../contract";
import type { KeptEntry } from "../../web/data/saving";

/** What becomes of the next requests: they arrive, they get lost, or their answer is. */
export type Luck = "good" | "loseRequest" | "loseAnswer";

/**
 * The server as the saving of edits sees it: a write of a known id with the same contents is answered without
 * writing again, with others it is refused, and a stale version is refused. Requests and answers can be lost.
 */
export class LossyServer {
  /** Contents of every change that was written, in order. */
  readonly written: { id: string; personId: string | null; labels: string; says: string }[] = [];
  readonly values = new Map<string, { version: number; data: Record<string, unknown> }>();
  luck: Luck = "good";
  /** Ids whose contents changed between two tries: none may. */
  readonly altered: string[] = [];
  private readonly known = new Map<string, { says: string; answer: ChangeAnswer }>();

  async receive(entry: KeptEntry): Promise<ChangeAnswer> {
    const { luck } = this;
    await new Promise((resolve) => setTimeout(resolve, 0));
    if (luck === "loseRequest") throw { offline: true };
    const answer = this.answer(entry.request as ChangeRequest);
    if (luck === "loseAnswer") throw { offline: true };
    return answer;
  }

  private answer(request: ChangeRequest): ChangeAnswer {
    const { id, personId = null, operations, scope, label } = request;
    const says = JSON.stringify([scope, personId, operations.map((o) => ({ ...o, version: 0 }))]);
    const before = this.known.get(id);
    if (before) {
      if (before.says !== says) {
        this.altered.push(id);
        throw refusedFor("id");
      }
      return before.answer;
    }
    const records: ChangeAnswer["records"] = [];
    for (const op of operations) {
      const kept = this.values.get(op.id);
      if (op.op === "update") {
        if (!kept || kept.version !== op.version) throw refusedFor("operations[0].version");
        this.values.set(op.id, { version: kept.version + 1, data: { ...kept.data, ...op.data } });
      } else if (op.op === "create") this.values.set(op.id, { version: 1, data: op.data });
      const now = this.values.get(op.id);
      records.push({ resource: op.resource, record: { id: op.id, version: now?.version ?? 1, deletedAt: null } });
    }
    this.written.push({ id, personId, labels: label, says });
    const change = {
      id,
      label,
      scope,
      personId,
      at: "2026-11-27T10:00:00.000Z",
      state: "done" as const,
      correction: null,
    };
    const answer = { change, records };
    this.known.set(id, { says, answer });
    return answer;
  }
}

const refusedFor = (field: string) => ({
  offline: false,
  refusal: { error: { code: "conflict", field, message: "", got: null, accepts: "" } },
});
