import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";

/** Writes docs/licences.md: what the program ships with, and under which licence. */
interface Manifest {
  name: string;
  version: string;
  license?: string | { type: string };
  licenses?: { type: string }[];
  licence?: string;
  dependencies?: Record<string, string>;
}

const read = (folder: string): Manifest => JSON.parse(readFileSync(join(folder, "package.json"), "utf8")) as Manifest;
/** The first line of a package's own licence text, for packages whose manifest says nothing. */
function titleOf(folder: string): string | null {
  const file = readdirSync(folder).find((f) => /^licen[cs]e/i.test(f));
  const line = file && readFileSync(join(folder, file), "utf8").trimStart().split("\n", 1)[0].trim();
  return line ? `${line} (from its licence text)` : null;
}
const stated = ({ license, licenses }: Manifest): string | undefined =>
  typeof license === "string" ? license : (license?.type ?? licenses?.map((l) => l.type).join(" or "));

const found = new Map<string, Manifest>();
/** Walks what is needed at run time, as the packages are laid out on disk. */
function walk(name: string, from: string[]): void {
  const folder = from
    .map((base) => join(base, "node_modules", name))
    .find((f) => {
      try {
        return readdirSync(f).includes("package.json");
      } catch {
        return false;
      }
    });
  if (!folder) return;
  const manifest = read(folder);
  const key = `${manifest.name} ${manifest.version}`;
  if (found.has(key)) return;
  found.set(key, { ...manifest, licence: stated(manifest) ?? titleOf(folder) ?? "not stated" });
  for (const next of Object.keys(manifest.dependencies ?? {})) walk(next, [folder, ...from]);
}
for (const name of Object.keys(read(".").dependencies ?? {})) walk(name, ["."]);

const rows = [...found.values()].sort((a, b) => a.name.localeCompare(b.name) || a.version.localeCompare(b.version));
const unknown = rows.filter((m) => m.licence === "not stated");
writeFileSync(
  "docs/licences.md",
  [
    "# Licences of what Ash Lever ships with",
    "",
    "Written by `npm run licences`; run it again after changing a dependency.",
    "The fonts Archivo and Red Hat Mono come under the SIL Open Font License 1.1.",
    "",
    "| Package | Version | Licence |",
    "| --- | --- | --- |",
    ...rows.map((m) => `| ${m.name} | ${m.version} | ${m.licence} |`),
    "",
  ].join("\n"),
);
console.log(`${rows.length} packages, ${unknown.length} without a stated licence`);
for (const m of unknown) console.log(`  ${m.name} ${m.version}`);
