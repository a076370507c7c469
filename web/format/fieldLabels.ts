import { capital } from "./grammar";

/** Fields whose label on the screen is not their name in words. */
const LABELS: Record<string, string> = {
  xMm: "forward",
  yMm: "left",
  zMm: "up",
  shoreA: "hardness",
  eMPa: "modulus",
  lever: "",
  data: "",
  input: "",
  operations: "",
  values: "reading",
  typed: "",
  listMm: "notches",
  notchesMm: "notches",
  rpmTrack: "engine speed",
};

/** Units that end a name in the data: the value has its unit, the label needs none. */
const UNITS = /(Mm2?|Deg|Nm|NPerMm|Kg|Rpm|Hz|Pct|Kmh|MPa|Db|Km|C|N)$/;

const words = (name: string): string =>
  LABELS[name] ??
  name
    .replace(UNITS, "")
    .replace(/([a-z])([A-Z])/g, "$1 $2")
    .toLowerCase();

/**
 * What a person calls a field that a refusal names by its path in the data: "ends[1].shankLengthMm" is "End 2, shank
 * length". Empty where the path is.
 */
export function labelOf(path: string): string {
  const parts = path.split(".").flatMap((step) => {
    const [, name, index] = /^([^[]*)(?:\[(\d+)\])?/.exec(step) ?? [];
    const said = words(name ?? "");
    if (!said) return [];
    return [index === undefined ? said : `${said.replace(/s$/, "")} ${Number(index) + 1}`];
  });
  return capital(parts.join(", "));
}

/** A refusal for people: the field's label, and what is accepted. */
export const refusalText = (field: string, accepts: string): string => {
  const label = labelOf(field);
  return label ? `${label}: accepted is ${accepts}.` : `Accepted is ${accepts}.`;
};
