// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { Route, Routes, useLocation } from "react-router";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { SearchHit } from "../../contract";
import { answering, PARENT, plainText, record, shopSays, show } from "../../tests/web/show";
import { pathOf } from "./Search";
import { Shell } from "./Shell";

// jsdom lays nothing out: what is in the page can be seen.
Element.prototype.checkVisibility ??= () => true;

const person = (name: string, initials: string) => record("person", { name, initials, role: "mounts" });
const [corrow, tannack] = [person("E. Corrow", "EC"), person("J. Tannack", "JT")];
const At = () => <p data-testid="at">{useLocation().pathname}</p>;

const shell = (at = "/yard") =>
  show(
    <Routes>
      <Route element={<Shell />}>
        <Route path="*" element={<At />} />
      </Route>
    </Routes>,
    { at },
  );
const here = (): string => screen.getByTestId("at").textContent ?? "";
const press = (...keys: string[]): void => keys.forEach((key) => fireEvent.keyDown(document.body, { key }));

beforeEach(() => {
  shopSays({});
  answering("/api/shop", { shop: record("shop", { name: "Shed" }), people: [corrow, tannack], shopId: PARENT });
});

describe("the places", () => {
  it.each([
    ["y", "/yard"],
    ["v", "/vehicles"],
    ["t", "/sheets"],
    ["s", "/shelf"],
    ["d", "/desk"],
    ["o", "/shop"],
  ])("g %s goes to %s", (key, path) => {
    shell("/nowhere");
    press("g", key);
    expect(here()).toBe(path);
  });

  it("are links, and the one somebody is in says so", () => {
    shell("/sheets/abc");
    const current = screen.getAllByRole("link").filter((l) => l.getAttribute("aria-current") === "page");
    expect(current.map(plainText)).toEqual(["Sheets"]);
    expect(screen.getByRole("link", { name: "Shelf" }).getAttribute("href")).toBe("/shelf");
  });

  it("count a job as one of the Yard's", () => {
    shell("/jobs/abc/plan");
    expect(screen.getByRole("link", { name: "Yard" }).getAttribute("aria-current")).toBe("page");
  });

  it("begin with a way past them for those who work by keyboard", () => {
    shell();
    expect(screen.getAllByRole("link")[0].getAttribute("href")).toBe("#main");
    expect(screen.getByRole("main").id).toBe("main");
  });

  it("list their keys, and where they do not fire", async () => {
    shell();
    press("?");
    const list = await screen.findByRole("dialog", { name: "Keys" });
    expect(plainText(list)).toContain("No key fires while you type.");
  });

  it("take no key from somebody who types", () => {
    show(
      <Routes>
        <Route element={<Shell />}>
          <Route
            path="*"
            element={
              <>
                <At />
                <input aria-label="words" />
              </>
            }
          />
        </Route>
      </Routes>,
      { at: "/yard" },
    );
    for (const key of ["g", "v"]) fireEvent.keyDown(screen.getByLabelText("words"), { key });
    expect(here()).toBe("/yard");
  });
});

describe("who works at this screen", () => {
  it("is nobody until somebody says so", async () => {
    const { user, store } = shell();
    await user.click(await screen.findByRole("button", { name: "No user selected; choose one" }));
    await user.click(await screen.findByRole("button", { name: /J\. Tannack/ }));
    expect(await screen.findByRole("button", { name: "Working as J. Tannack; change" })).toBeTruthy();
    expect(store.getState().session.personId).toBe(tannack.id);
  });

  it("is nobody again where the person is not of this shop", async () => {
    localStorage.setItem("ash-lever.session", JSON.stringify({ personId: "01DEMSKERR00000000000GONE0" }));
    const { store } = shell();
    await waitFor(() => expect(store.getState().session.personId).toBeNull());
  });

  it("of a shop without people points to Shop", async () => {
    answering("/api/shop", { shop: record("shop", {}), people: [], shopId: PARENT });
    const { user } = shell();
    await user.click(await screen.findByRole("button", { name: "No user selected; choose one" }));
    await user.click(await screen.findByRole("button", { name: "Add people in Shop" }));
    expect(here()).toBe("/shop");
  });
});

const hit = (more: Partial<SearchHit>): SearchHit => ({
  resource: "job",
  id: "a",
  jobId: null,
  vehicleId: null,
  sheetId: null,
  title: "Job 215",
  text: "",
  where: "SI 1041",
  closed: false,
  ...more,
});

describe("the search", () => {
  const found = [
    hit({ title: "Job 215", text: "Stirs like porridge" }),
    hit({ resource: "vehicle", id: "v", vehicleId: "v", title: "SI 1041", text: "post van" }),
  ];
  const open = async () => {
    const result = shell();
    press("/");
    const field = await screen.findByRole("combobox", {
      name: "Tag, owner, part number, torque, finding or word",
    });
    return { ...result, field };
  };

  it("finds as one types, and goes where the arrows chose", async () => {
    const asked = vi.fn(() => ({ hits: found }));
    answering("/api/search", asked);
    const { user, field } = await open();
    await user.type(field, "porridge");
    const options = await screen.findAllByRole("option");
    expect(options.map((o) => o.getAttribute("aria-selected"))).toEqual(["true", "false"]);
    await user.keyboard("{ArrowDown}");
    expect(screen.getAllByRole("option")[1].getAttribute("aria-selected")).toBe("true");
    // Past the last it stays on the last.
    await user.keyboard("{ArrowDown}{Enter}");
    await waitFor(() => expect(here()).toBe("/vehicles/v"));
  });

  it("says what it looks for, and where nothing says it", async () => {
    answering("/api/search", { hits: [] });
    const { user, field } = await open();
    const dialog = within(screen.getByRole("dialog", { name: "Search" }));
    expect(dialog.getByRole("status").textContent).toContain("All words must be there");
    await user.type(field, "zebra");
    await waitFor(() => expect(dialog.getByRole("status").textContent).toBe("Nothing says “zebra”."));
    await user.keyboard("{Enter}");
    expect(here()).toBe("/yard");
  });

  it("says when the program does not answer", async () => {
    const { user, field } = await open();
    await user.type(field, "a");
    await waitFor(() => expect(plainText(screen.getByRole("dialog", { name: "Search" }))).toContain("No answer."), {
      timeout: 10_000,
    });
  });

  it.each<[Partial<SearchHit>, string]>([
    [{ resource: "job" }, "/jobs/a"],
    [{ resource: "job", closed: true }, "/jobs/a/record"],
    [{ resource: "part", jobId: "j" }, "/jobs/j/plan?tool=lists"],
    [{ resource: "setup", jobId: "j" }, "/jobs/j/compare"],
    [{ resource: "setup" }, "/yard"],
    [{ resource: "torqueGroup", jobId: "j" }, "/jobs/j/fit"],
    [{ resource: "finding", jobId: "j" }, "/jobs/j/fit"],
    [{ resource: "recording", jobId: "j" }, "/jobs/j/gauge"],
    [{ resource: "sheet" }, "/sheets/a"],
    [{ resource: "specLine", sheetId: "s" }, "/sheets/s"],
    [{ resource: "specLine", vehicleId: "v" }, "/vehicles/v"],
    [{ resource: "recheck", vehicleId: "v" }, "/vehicles/v"],
  ])("shows %o at %s", (more, path) => expect(pathOf(hit(more))).toBe(path));
});
