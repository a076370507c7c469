import { useEffect, useMemo, useState } from "react";
import type { Kit, StockItem, Template, TemplateContent } from "../../contract";
import { estimateMinutes, minutesRange } from "../../domain";
import { useWorkshopQuery } from "./api";
import { fetched } from "../ui/late";
import { useAppSelector } from "./hooks";
import { withPending } from "./saving/overlay";

/** How this shop works: supplied templates and its own, its shelf, and what steps took here. */
export interface Workshop {
  supplied: readonly TemplateContent[];
  own: readonly Template[];
  /** Supplied and own ones to choose from; an own one takes the place of what it began as. */
  offered: readonly TemplateContent[];
  stock: readonly StockItem[];
  /** Minutes a step is planned with: typical, moved by what it took in closed jobs. */
  minutesOf: (source: string, typical: number) => number;
  jobsBehind: (source: string) => number;
  /** The quickest and the slowest it was here. */
  rangeOf: (source: string, typical: number) => { least: number; most: number };
}

/** What is on the shelf, with what waits to be saved. */
export function useStock(): readonly StockItem[] {
  const { data } = useWorkshopQuery();
  const pending = useAppSelector((s) => s.saving.pending);
  return useMemo(() => withPending(data?.stock ?? [], "stockItem", pending, () => true), [data?.stock, pending]);
}

/** Levers on the shop's list, with what waits to be saved. */
export function useKits(): readonly Kit[] {
  const { data } = useWorkshopQuery();
  const pending = useAppSelector((s) => s.saving.pending);
  return useMemo(() => withPending(data?.kits ?? [], "kit", pending, () => true), [data?.kits, pending]);
}

/** Null until everything is here. The supplied templates come when they are first asked for. */
export function useTemplates(): Workshop | null {
  const { data } = useWorkshopQuery();
  const pending = useAppSelector((s) => s.saving.pending);
  const stock = useStock();
  const [supplied, setSupplied] = useState<readonly TemplateContent[] | null>(null);
  useEffect(() => {
    let asked = true;
    void fetched(() => import("../../domain/templates")).then((m) => asked && setSupplied(m.suppliedTemplates));
    return () => {
      asked = false;
    };
  }, []);
  return useMemo(() => {
    if (!supplied || !data) return null;
    const own = withPending(data.templates, "template", pending, () => true);
    const replaced = new Set(own.map((t) => t.basedOn).filter(Boolean));
    // Both sides of a vehicle are the same step.
    const sideless = (source: string): string => source.replace(/@(left|right)(?=\*?$)/, "");
    const worked = new Map<string, number[]>();
    for (const w of data.worked) {
      const source = sideless(w.source);
      worked.set(source, [...(worked.get(sideless(source)) ?? []), ...w.minutes]);
    }
    return {
      supplied,
      own,
      offered: [...own.map((t) => t.content), ...supplied.filter((t) => !replaced.has(t.id))],
      stock,
      minutesOf: (source, typical) => estimateMinutes(typical, worked.get(source) ?? []),
      rangeOf: (source, typical) => minutesRange(typical, worked.get(sideless(source)) ?? []),
      jobsBehind: (source) => worked.get(sideless(source))?.length ?? 0,
    };
  }, [supplied, data, pending, stock]);
}
