import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { answer, models } from "../models";

const folder = mkdtempSync(join(tmpdir(), "ash-lever-cli-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Runs the command as npm would, from a folder of the person's own. */
function compute(args: string[], stdin?: string) {
  const done = spawnSync(
    process.execPath,
    [join(process.cwd(), "node_modules/tsx/dist/cli.mjs"), "cli/compute.ts", ...args],
    {
      encoding: "utf8",
      input: stdin,
      env: { ...process.env, INIT_CWD: folder },
    },
  );
  return { status: done.status, out: done.stdout, json: () => JSON.parse(done.stdout) as never, err: done.stderr };
}

const file = (name: string, content: string): string => {
  writeFileSync(join(folder, name), content);
  return name;
};

describe("compute", () => {
  it("lists its models, one a line", () => {
    const { status, out } = compute(["--list"]);
    expect(status).toBe(0);
    expect(out.trim().split("\n")).toEqual(models.map((m) => m.name));
  });

  it("answers a file named from the folder the command was typed in", () => {
    const name = file("torque.json", JSON.stringify({ text: "13 ft-lb" }));
    const { status, json } = compute(["torqueText", name]);
    expect(status).toBe(0);
    expect(json()).toEqual(answer("torqueText", { text: "13 ft-lb" }));
  });

  it("reads standard input", () => {
    const { json } = compute(["measurement", "-"], JSON.stringify({ before: { readings: [3, 4, 5], resolution: 1 } }));
    expect(json()).toMatchObject({ before: { n: 3, mean: 4 } });
  });

  it.each([
    ["a refusal", ["torqueText", "-"], JSON.stringify({ text: "40" }), "parse"],
    ["an unknown model", ["flux", "-"], "{}", "unknown_model"],
    ["text that is not JSON", ["lever", "-"], "nope", "invalid_json"],
    ["a root that is no object", ["lever", "-"], "3", "invalid_input"],
    ["a file that is not there", ["lever", "nowhere.json"], undefined, "invalid_json"],
    ["a batch that is not there", ["--batch", "nowhere.json"], undefined, "invalid_json"],
  ])("ends with 2 for %s", (_what, args, stdin, code) => {
    const { status, json } = compute(args, stdin);
    expect(status).toBe(2);
    expect(json()).toMatchObject({ error: { code } });
  });

  it("ends a batch with 0 although items refuse, each in its place", () => {
    const name = file(
      "batch.json",
      JSON.stringify([
        { id: "a", model: "torqueText", input: { text: "40 Nm" } },
        { id: "b", model: "flux", input: {} },
        { id: "c", model: "torqueText", input: { text: "" } },
      ]),
    );
    const { status, json } = compute(["--batch", name]);
    expect(status).toBe(0);
    expect(json()).toMatchObject([
      { id: "a", output: { minNm: 40 } },
      { id: "b", output: { error: { code: "unknown_model" } } },
      { id: "c", output: { error: { code: "invalid_input", field: "text" } } },
    ]);
  });

  it("says how it is used when it is not told what to do", () => {
    const { status, err } = compute([]);
    expect(status).toBe(2);
    expect(err).toContain("compute MODEL FILE");
  });
});
