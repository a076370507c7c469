import { stepFacts, type StepFacts } from "../../contract";

export const NO_FACTS: StepFacts = stepFacts.parse({});

/** What a step says beside what is done; of one without facts nothing. */
export const factsOf = (facts: Partial<StepFacts> | null | undefined): StepFacts => ({ ...NO_FACTS, ...facts });

/** Everything a step warns of, in words; the shop's own first. */
export const cautionsOf = (facts: Pick<StepFacts, "caution" | "cautions"> | null | undefined): string[] =>
  facts ? [facts.caution, ...(facts.cautions ?? []).map((c) => c.text)].filter(Boolean) : [];
