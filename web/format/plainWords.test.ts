import { readdirSync, readFileSync, statSync } from "node:fs";
import { join, relative } from "node:path";
import ts from "typescript";
import { describe, expect, it } from "vitest";

/** Turns of phrase that are not said to a person, and what is said instead. */
const NOT: readonly (readonly [RegExp, string])[] = [
  [/\breckon/i, "calculate"],
  [/\bas it came\b/i, "original, default"],
  [/\bstands at\b/i, "is at"],
  [/\bcome(s)? (under|down to)\b/i, "target"],
  [/\bwhat turns\b/i, "drivetrain data, rotating parts"],
  [/\bmust stand at\b/i, "expected"],
  [/\bbelongs to nothing\b/i, "matches no rotating part"],
  [/\b(twice|once) a turn\b/i, "second order, first order"],
  [/\bnot told apart\b/i, "cannot be separated"],
  [/\b(not ours|refer on)\b/i, "refer to a specialist"],
  [/\bbear it out\b/i, "disagrees"],
  [/\bholds? it off\b/i, "gives almost no isolation"],
  [/\bunit is not held\b/i, "the mounts do not locate the unit"],
  [/\bbrings? back\b/i, "restore, at new height"],
  [/\b(has|have) no room\b/i, "not possible"],
  [/\bthink twice\b/i, "Caution:"],
  [/\b(laid aside|do without)\b/i, "removed, remove"],
  [/\b(nobody named|works here)\b/i, "no user selected, user"],
  [/\bsingle keys act\b/i, "single-key shortcuts"],
  [/\breads to\b/i, "resolution"],
  [/\bstill to see to\b/i, "outstanding"],
  [/\blost on the way\b/i, "calculation failed"],
  [/\bstand-in\b/i, "simulated instrument"],
  [/\btelephone\b/i, "phone"],
  [/\byours to do\b/i, "ready to work on"],
  [/^Working$/, "Calculation"],
];

/** Rooms whose strings reach a person. */
const ROOMS = ["web", "core", "domain", "contract"];

function sourcesIn(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return name === "testing" ? [] : sourcesIn(path);
    return /\.tsx?$/.test(name) && !/\.test\.tsx?$/.test(name) ? [path] : [];
  });
}

/** Every string and every piece of text between tags, without the addresses modules are imported from. */
function stringsOf(file: string): string[] {
  const kind = file.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const source = ts.createSourceFile(file, readFileSync(file, "utf8"), ts.ScriptTarget.Latest, false, kind);
  const found: string[] = [];
  const walk = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) return;
    if (ts.isStringLiteralLike(node) || ts.isJsxText(node)) found.push(node.text.trim());
    if (ts.isTemplateExpression(node)) {
      found.push(node.head.text, ...node.templateSpans.map((s) => s.literal.text));
    }
    ts.forEachChild(node, walk);
  };
  walk(source);
  return found.filter(Boolean);
}

describe("what a person reads", () => {
  const root = join(__dirname, "../..");
  it.each(ROOMS)("says it in the words of the trade: %s", (room) => {
    const wrong = sourcesIn(join(root, room)).flatMap((file) =>
      stringsOf(file).flatMap((text) =>
        NOT.filter(([pattern]) => pattern.test(text)).map(
          ([, instead]) => `${relative(root, file)}: "${text.slice(0, 80)}", better: ${instead}`,
        ),
      ),
    );
    expect(wrong).toEqual([]);
  });

  it("finds a phrase where there is one", () =>
    expect(NOT.some(([pattern]) => pattern.test("The line stands at 84 Hz, twice a turn"))).toBe(true));
});
