import fc from "fast-check";
import { ulid } from "ulid";
import type { Operation } from "../../contract";
import { drained, editIn, pause, TestBrowser, type Tab } from "./browser";
import { LossyServer, type Luck } from "./lossyServer";

const PEOPLE = ["01ARZ3NDEKTSV4RRFFQ69G5FAA", "01ARZ3NDEKTSV4RRFFQ69G5FAB"] as const;

/** One thing that happens while people work. */
type Step =
  | { kind: "add" | "type"; tab: 0 | 1; person: 0 | 1 }
  | { kind: "luck"; luck: Luck }
  | { kind: "reload"; tab: 0 | 1 }
  | { kind: "wait" };

const which = fc.constantFrom<0 | 1>(0, 1);
export const steps = fc.array(
  fc.oneof(
    {
      weight: 4,
      arbitrary: fc.record({ kind: fc.constantFrom<"add" | "type">("add", "type"), tab: which, person: which }),
    },
    {
      weight: 3,
      arbitrary: fc.record({
        kind: fc.constant<"luck">("luck"),
        luck: fc.constantFrom<Luck>("good", "loseRequest", "loseAnswer"),
      }),
    },
    { weight: 2, arbitrary: fc.record({ kind: fc.constant<"wait">("wait") }) },
    { weight: 1, arbitrary: fc.record({ kind: fc.constant<"reload">("reload"), tab: which }) },
  ),
  { minLength: 4, maxLength: 24 },
);

let browsers = 0;

/**
 * Lets two people work in two tabs while requests and answers are lost and pages reload, then looks at the server.
 * Gives what is wrong; nothing where every edit is there once, in the order its person made it.
 */
export async function wrongAfter(happened: readonly Step[]): Promise<string[]> {
  localStorage.clear();
  const server = new LossyServer();
  const browser = new TestBrowser(server, `ash-lever-${(browsers += 1)}`);
  const tabs: [Tab, Tab] = [browser.open(), browser.open()];
  const fields = PEOPLE.map(() => ulid());
  fields.forEach((id) => server.values.set(id, { version: 1, data: {} }));
  const added: string[][] = [[], []];
  const typed = ["", ""];
  for (const [i, step] of happened.entries()) {
    switch (step.kind) {
      case "luck":
        server.luck = step.luck;
        break;
      case "wait":
        window.dispatchEvent(new Event("online"));
        await pause(6);
        break;
      case "reload":
        tabs[step.tab] = browser.reload(tabs[step.tab]);
        break;
      case "add": {
        const operation: Operation = { op: "create", resource: "step", id: ulid(), data: { text: `${i}` } };
        added[step.person].push(operation.id);
        editIn(tabs[step.tab], PEOPLE[step.person], [operation], "add");
        break;
      }
      case "type": {
        typed[step.person] = `${i}`;
        const data = { text: `${i}` };
        const operation: Operation = { op: "update", resource: "step", id: fields[step.person], version: 1, data };
        editIn(tabs[step.tab], PEOPLE[step.person], [operation], "type");
        break;
      }
    }
    // Nobody's hands are in two tabs at once.
    await pause(3);
  }
  server.luck = "good";
  await drained(tabs);
  for (const tab of tabs) tab.saving.stop();

  const wrong: string[] = [];
  PEOPLE.forEach((person, p) => {
    const there = server.written
      .filter((w) => w.personId === person && w.labels === "add")
      .map((w) => (JSON.parse(w.says) as [string, string, Operation[]])[2][0].id);
    if (there.join() !== added[p].join()) {
      wrong.push(`person ${p} added ${added[p].length}, on the server: ${there.length}, or in another order`);
    }
    const text = String(server.values.get(fields[p])?.data.text ?? "");
    if (text !== typed[p]) wrong.push(`person ${p} typed "${typed[p]}", on the server: "${text}"`);
  });
  if (server.altered.length) wrong.push(`changed after it was sent: ${server.altered.length}`);
  return wrong;
}
