import { useMemo } from "react";
import { type KnowledgeChanges, shopStandard, withChanges, type Knowledge } from "../../core";
import { useShop } from "./useShop";

/** The table in force in this shop: the standard one with the shop's own changes. */
export function useKnowledge(): Knowledge {
  const changes: KnowledgeChanges | null = useShop()?.shop.knowledge ?? null;
  return useMemo(() => withChanges(shopStandard, changes), [changes]);
}

/** Words for everything that can be seen, whatever the vehicle: for records and history. */
export function useObservationWords(): ReadonlyMap<string, string> {
  const knowledge = useKnowledge();
  return useMemo(() => new Map(knowledge.observations.map((o) => [o.id, o.label])), [knowledge]);
}
