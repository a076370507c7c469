import type { Step } from "../../../contract";
import { fastenerText } from "../../../domain";
import { Press } from "../../ui/Press";
import { BagLabel } from "./Label";
import { TickKey } from "./TickKey";
import type { Bay } from "./useBay";
import css from "./bay.module.css";

/** Fasteners that come out here, each for a bag with a label whose code opens this step. */
export function Bags({ bay, step }: { bay: Bay; step: Step }) {
  const bags = step.facts?.frees ?? [];
  const fits = step.facts?.fits ?? [];
  if (!bags.length && !fits.length) return null;
  const href = `${location.origin}/jobs/${bay.view.job.id}/bay?step=${step.id}`;
  const from = (key: string) =>
    bay.steps.flatMap((s, i) => s.facts?.frees.filter((f) => f.key === key).map((f) => ({ ...f, at: i + 1 })) ?? [])[0];
  return (
    <section aria-label="Bags">
      {bags.length > 0 && (
        <>
          <h2>
            Bag these, label on the bag <small>the code opens this step</small>
          </h2>
          <div className={css.bags}>
            {bags.map((f, i) => {
              const item = bay.items.find((x) => x.what === "bag" && x.key === f.key)!;
              return (
                <div key={f.key}>
                  <BagLabel
                    href={href}
                    name={`${bay.at + 1}${String.fromCharCode(65 + i)}`}
                    tag={bay.view.vehicle.tag}
                    step={`step ${bay.at + 1}`}
                  />
                  <TickKey bay={bay} step={step} item={item} />
                </div>
              );
            })}
          </div>
          <Press className={css.small} onClick={() => window.print()}>
            Print these labels
          </Press>
        </>
      )}
      {fits.length > 0 && (
        <p className={css.back2}>
          From the bags:{" "}
          {fits
            .flatMap((key) => {
              const f = from(key);
              return f ? [`${fastenerText(f)} (step ${f.at})`] : [];
            })
            .join("; ")}
        </p>
      )}
    </section>
  );
}
