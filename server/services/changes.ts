import type { EntityManager } from "typeorm";
import type { z } from "zod";
import type { ChangeAnswer, changeRequest, ChangeSummary, Operation, stepBack } from "../../contract";
import { changeEntity, findById, identityEntity, type UnitOfWork } from "../db";
import { checkCorrections } from "./corrections";
import { passReverted, perform, revert, type Desk } from "./edits";
import type { KeptFiles } from "./gate";
import {
  answerOf,
  changeById,
  digestOf,
  dropRedo,
  editsOf,
  nextStep,
  record,
  setState,
  summary,
  type ChangeRow,
  type Edit,
  type Whose,
} from "./history";
import { refuse } from "./refused";

type ChangeKey = Whose & { id: string; shopId: string | null };

/** Versions move on between two tries of one write; what it says does not. */
const withoutVersions = (operations: readonly Operation[]): unknown[] =>
  operations.map((op) => ({ ...op, version: undefined }));

/** Writes records and keeps their history. The clock is a parameter, so that tests can hold it. */
export class Changes {
  constructor(
    private readonly unit: UnitOfWork,
    private readonly files: KeptFiles,
    private readonly now: () => string = () => new Date().toISOString(),
    /** Is told of edits while they are written: what it keeps of the book it must read anew. */
    private readonly touched: (edits: readonly Edit[]) => void = () => undefined,
  ) {}

  /** All operations happen or none; a repeated id is answered from the history without writing again. */
  apply(request: z.output<typeof changeRequest>): Promise<ChangeAnswer> {
    const { scope, personId, label, operations, correction } = request;
    const digest = digestOf([scope, personId, withoutVersions(operations)]);
    return this.once(request, digest, async (desk) => {
      if (!correction?.trim()) await checkCorrections(desk.manager, operations);
      const edits: Edit[] = [];
      for (const [i, operation] of operations.entries()) {
        edits.push(...(await perform(desk, operation, `operations[${i}]`)));
      }
      await dropRedo(desk.manager, request);
      this.touched(edits);
      return record(
        desk.manager,
        { ...whoseOf(request), id: request.id, label, at: desk.at, digest, correction },
        edits,
      );
    });
  }

  undo(request: z.output<typeof stepBack>): Promise<ChangeAnswer> {
    return this.step(request, "undo");
  }

  redo(request: z.output<typeof stepBack>): Promise<ChangeAnswer> {
    return this.step(request, "redo");
  }

  private step(request: z.output<typeof stepBack>, direction: "undo" | "redo"): Promise<ChangeAnswer> {
    const digest = digestOf([direction, request.scope, request.personId]);
    return this.once(request, digest, async (desk) => {
      const { manager, at } = desk;
      const target = await nextStep(manager, request, direction);
      if (!target)
        return refuse("not_found", "scope", request.scope, `a change to ${direction}`, `nothing to ${direction}`);
      const stored = editsOf(target);
      const edits: Edit[] = [];
      for (const edit of direction === "undo" ? stored.reverse() : stored) {
        edits.push(await revert(desk, edit, direction, request.force));
      }
      edits.push(...(await passReverted(desk, edits, request.force)));
      this.touched(edits);
      await setState(manager, target.seq, direction === "undo" ? "undone" : "done");
      const label = `${direction === "undo" ? "Undo" : "Redo"}: ${target.label}`.slice(0, 120);
      return record(
        manager,
        { ...whoseOf(request), id: request.id, label, at, digest, correction: target.correction ?? null },
        edits,
        "gone",
      );
    });
  }

  /** Does a write that was not done before: under its id with the same contents it is answered from the history. */
  private once(request: ChangeKey, digest: string, work: (desk: Desk) => Promise<ChangeAnswer>): Promise<ChangeAnswer> {
    return this.unit.write(async (manager) => {
      await checkShop(manager, request.shopId);
      const known = await changeById(manager, request.id);
      if (known) return repeated(known, digest);
      if (request.personId !== null && !(await findById(manager, "person", request.personId))) {
        refuse("invalid_input", "personId", request.personId, "the id of a person of this shop");
      }
      return work({ manager, files: this.files, at: this.now() });
    });
  }

  /** A page of the changes of a scope, newest first, and how many there are. */
  history(scope: string, limit: number, offset: number): Promise<{ changes: ChangeSummary[]; total: number }> {
    return this.unit.read(async (manager) => {
      const [rows, total] = await manager.findAndCount(changeEntity, {
        where: { scope },
        order: { seq: "DESC" },
        take: limit,
        skip: offset,
      });
      return { changes: rows.map((r) => summary(r as unknown as ChangeRow)), total };
    });
  }

  undoState(whose: Whose) {
    return this.unit.read(async (manager) => {
      const [undo, redo] = [await nextStep(manager, whose, "undo"), await nextStep(manager, whose, "redo")];
      return { undo: undo && summary(undo), redo: redo && summary(redo) };
    });
  }
}

const whoseOf = ({ scope, personId, station }: Whose): Whose => ({ scope, personId, station });

function repeated(known: ChangeRow, digest: string): ChangeAnswer {
  if (known.digest !== null && known.digest !== digest) {
    refuse("conflict", "id", known.id, "a new id", "another change was made under this id");
  }
  return answerOf(known);
}

/** What waited in a browser for another shop must not be written into this one. */
async function checkShop(manager: EntityManager, shopId: string | null): Promise<void> {
  if (shopId === null) return;
  const own = await shopIdentity(manager);
  if (shopId !== own) refuse("forbidden", "shopId", shopId, own, "this belongs to another shop's data");
}

export async function shopIdentity(manager: EntityManager): Promise<string> {
  // Asked at every write: as a statement it takes a tenth of what building the question for it does.
  const [row] = (await manager.query(`SELECT "id" FROM "${identityEntity.options.name}" LIMIT 1`)) as { id: string }[];
  return row?.id ?? "";
}
