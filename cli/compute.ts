import { readFileSync } from "node:fs";
import { resolve } from "node:path";
import { isRefusal, readJson as parseJson, refusal } from "../contract";
import { answer, models } from "../models";

/** Exit codes: an answer, or a refusal. */
const ANSWERED = 0;
const REFUSED = 2;

const HELP = `compute MODEL FILE|-     one input, one answer (- reads standard input)
compute --batch FILE|-   [{"id","model","input"}] in, [{"id","output"}] out
compute --list           names of the models`;

/** FILE is meant from the folder the command was typed in, which npm hides in INIT_CWD. */
const read = (file: string): string =>
  file === "-" ? readFileSync(0, "utf8") : readFileSync(resolve(process.env.INIT_CWD ?? ".", file), "utf8");

function readJson(file: string): { ok: true; value: unknown } | { ok: false; output: unknown } {
  let text: string;
  try {
    text = read(file);
  } catch (error) {
    const why = error instanceof Error && "code" in error ? String(error.code) : "unreadable";
    return { ok: false, output: refusal("invalid_json", "", file, "a file that can be read", `${file}: ${why}`) };
  }
  const parsed = parseJson(text);
  return parsed.ok ? parsed : { ok: false, output: parsed.refusal };
}

function batch(items: unknown): unknown {
  if (!Array.isArray(items)) return refusal("invalid_input", "", items, 'a list of {"id","model","input"}');
  return items.map((item: unknown) => {
    const entry = (typeof item === "object" && item !== null ? item : {}) as Record<string, unknown>;
    return { id: entry.id ?? null, output: answer(String(entry.model), entry.input) };
  });
}

function run(args: string[]): number {
  const print = (output: unknown): number => {
    process.stdout.write(`${JSON.stringify(output)}\n`);
    return isRefusal(output) ? REFUSED : ANSWERED;
  };
  const [first, file] = args;
  if (first === "--list") {
    process.stdout.write(models.map((m) => `${m.name}\n`).join(""));
    return ANSWERED;
  }
  if (!first || !file) {
    process.stderr.write(`${HELP}\n`);
    return REFUSED;
  }
  const input = readJson(file);
  if (!input.ok) return print(input.output);
  return print(first === "--batch" ? batch(input.value) : answer(first, input.value));
}

process.exitCode = run(process.argv.slice(2));
