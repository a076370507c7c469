import { cleanup, configure, render, screen, waitFor, type RenderResult } from "@testing-library/react";
import userEvent, { type UserEvent } from "@testing-library/user-event";
import { Provider } from "react-redux";
import { MemoryRouter } from "react-router";
import { afterEach, beforeEach, vi } from "vitest";
import { PARENT, record } from "../domain/records";

import { SHOP_ID, type NewFields } from "../../contract";
import type { UnitSystem } from "../../core";
import type { Editor } from "../../web/data/saving";
import { makeStore, type AppStore } from "../../web/data/store";
import { UnitContext } from "../../web/format/units";

export { dossierOf, jobView, PARENT, record } from "../domain/records";

// A busy machine may stand still for some seconds; how quick things are is the benches' business.
configure({ asyncUtilTimeout: 10_000 });

afterEach(() => {
  cleanup();
  localStorage.clear();
});

// What the control library asks of a browser and jsdom does not have.
window.matchMedia ??= (query) =>
  ({
    matches: false,
    media: query,
    addEventListener: () => {},
    removeEventListener: () => {},
  }) as unknown as MediaQueryList;
globalThis.ResizeObserver ??= class {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
};
Blob.prototype.text ??= function (this: Blob) {
  return new Promise((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.readAsText(this);
  });
};
Blob.prototype.arrayBuffer ??= function (this: Blob) {
  return new Promise((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as ArrayBuffer);
    reader.readAsArrayBuffer(this);
  });
};
// Nothing is drawn here: no screen has a scale.
(SVGElement.prototype as unknown as { getScreenCTM?: () => null }).getScreenCTM ??= () => null;
Element.prototype.scrollIntoView ??= () => {};
// Laying the library's style sheets over every element takes jsdom most of a test, and nothing is drawn here: what an
// element says of itself will do.
window.getComputedStyle = (element) => (element as HTMLElement).style;

/** What the server would answer, by path; whatever is not here is a server that does not answer. */
const answers = new Map<string, unknown>();

/** An answer that depends on what was asked. */
type Answerer = (query: URLSearchParams) => unknown;

/** Lets the server of this test answer a path. */
export const answering = (path: string, body: unknown | Answerer): void => void answers.set(path, body);

// A page's own addresses are relative; outside a browser they need a host to be one.
const PlainRequest = globalThis.Request;
globalThis.Request = class extends PlainRequest {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(typeof input === "string" && input.startsWith("/") ? `http://localhost${input}` : input, init);
  }
};
globalThis.fetch = (input) => {
  const url = new URL(input instanceof PlainRequest ? input.url : String(input), "http://localhost");
  const known = answers.get(url.pathname);
  const body = typeof known === "function" ? (known as Answerer)(url.searchParams) : known;
  return body === undefined
    ? Promise.reject(new TypeError("no connection"))
    : Promise.resolve(Response.json(JSON.parse(JSON.stringify(body))));
};
beforeEach(() => {
  answers.clear();
  shopSays({});
});

/** Settings of the shop the screens are shown in. */
export function shopSays(data: NewFields<"shop">): void {
  const shop = record("shop", { name: "Test shed", currency: "crowns", ...data }, { id: SHOP_ID });
  answering("/api/shop", { shop, people: [], shopId: PARENT });
}

/** Shows a piece of a screen as the program does: store, address, the shop's units. */
export function show(
  node: React.ReactNode,
  { units = "metric", at = "/" }: { units?: UnitSystem; at?: string } = {},
): RenderResult & { user: UserEvent; store: AppStore } {
  const user = userEvent.setup({ delay: null, pointerEventsCheck: 0 });
  const store = makeStore();
  const result = render(
    <Provider store={store}>
      <UnitContext value={units}>
        <MemoryRouter initialEntries={[at]}>{node}</MemoryRouter>
      </UnitContext>
    </Provider>,
  );
  return { ...result, user, store };
}

/** Operations that a screen wrote and that wait to be sent, oldest first. */
export const written = (store: AppStore) =>
  store.getState().saving.pending.flatMap((e) => (e.kind === "change" ? e.request.operations : []));

/** An editor that only remembers what it was told. */
export const fakeEdit = () =>
  ({
    create: vi.fn(() => "new"),
    update: vi.fn(),
    remove: vi.fn(),
    all: vi.fn(),
    file: vi.fn(),
    undo: vi.fn(),
    redo: vi.fn(),
  }) satisfies Record<keyof Editor, unknown> as unknown as Editor & Record<keyof Editor, ReturnType<typeof vi.fn>>;

/** Text as a person reads it: thin and no-break spaces as plain ones. */
export const plainText = (element: Element | null): string =>
  (element?.textContent ?? "").replace(/[\u202f\u00a0]/g, " ").trim();

/** Takes one of a list: opens it by its label and taps the words. */
export async function pick(user: UserEvent, label: string, option: string): Promise<void> {
  await user.click(screen.getByRole("combobox", { name: label }));
  const options = await waitFor(() => {
    const found = [...document.querySelectorAll<HTMLElement>(".ant-select-item-option")].filter(
      (o) => o.getAttribute("title") === option || plainText(o) === option,
    );
    if (!found.length) throw new Error(`no "${option}" among the options of ${label}`);
    return found;
  });
  await user.click(options[options.length - 1]);
}

/** Types into a field as a person does: what stood there goes, Enter at the end. */
export async function typeInto(user: UserEvent, field: HTMLElement, text: string): Promise<void> {
  await user.clear(field);
  await user.type(field, `${text}{Enter}`);
}
