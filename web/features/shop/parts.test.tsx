// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { ArchivePreview, BackupLine, NewFields } from "../../../contract";
import { USUAL_GRADES } from "../../../domain";
import { answering, plainText, record, show, typeInto } from "../../../tests/web/show";
import { Archive } from "./Archive";
import { BackupCopies } from "./BackupCopies";
import { GradesOfPlay } from "./GradesOfPlay";
import { Hours } from "./Hours";

const shop = (data: NewFields<"shop"> = {}) => record("shop", data);

describe("working hours", () => {
  it("are the usual ones until somebody says otherwise", () => {
    const usual = show(<Hours shop={shop()} onChange={() => undefined} />);
    expect(plainText(screen.getByRole("heading"))).toContain("these are the usual ones");
    usual.unmount();
    show(<Hours shop={shop({ hours: { from: "07:00", to: "15:00", days: [1, 2] } })} onChange={() => undefined} />);
    expect(plainText(screen.getByRole("heading"))).not.toContain("usual");
    expect(screen.getByLabelText<HTMLInputElement>("from").value).toBe("07:00");
  });

  it("end after they begin, and a time is a time", async () => {
    const onChange = vi.fn();
    const hours = { from: "08:00", to: "16:00", days: [1, 2, 3, 4, 5] };
    const { user } = show(<Hours shop={shop({ hours })} onChange={onChange} />);
    await typeInto(user, screen.getByLabelText("to"), "07:30");
    expect(screen.getByRole("alert").textContent).toBe("a time after 08:00");
    await typeInto(user, screen.getByLabelText("to"), "late");
    expect(screen.getByRole("alert").textContent).toBe("a time like 08:00");
    expect(onChange).not.toHaveBeenCalled();
    await typeInto(user, screen.getByLabelText("to"), "17:15");
    expect(onChange).toHaveBeenLastCalledWith({ hours: { ...hours, to: "17:15" } }, "Works to 17:15");
    await typeInto(user, screen.getByLabelText("from"), "16:30");
    expect(screen.getAllByRole("alert").at(-1)?.textContent).toBe("a time before 16:00");
  });
});

describe("grades of play", () => {
  it("stay in their order, and come back as they came", async () => {
    const onChange = vi.fn();
    const own = { ...USUAL_GRADES, worn: USUAL_GRADES.worn + 0.05 };
    const { user } = show(<GradesOfPlay grades={own} onChange={onChange} />);
    // More than what feels gone is no longer worn.
    await user.clear(screen.getByLabelText("worn"));
    await user.type(screen.getByLabelText("worn"), "40 mm{Enter}");
    expect(screen.getByLabelText("worn").getAttribute("aria-invalid")).toBe("true");
    expect(onChange).not.toHaveBeenCalled();
    await typeInto(user, screen.getByLabelText("worn"), "0.9 mm");
    expect(onChange).toHaveBeenLastCalledWith({ ...own, worn: 0.9 }, "Play that feels worn: 0.9 mm");
    await user.click(screen.getByRole("button", { name: "As they came" }));
    expect(onChange).toHaveBeenLastCalledWith(null, "Grades of play as they came");
  });

  it("as they came need no way back", () => {
    show(<GradesOfPlay grades={null} onChange={() => undefined} />);
    expect(screen.queryByRole("button", { name: "As they came" })).toBeNull();
  });
});

const copy = (n: number, more: Partial<BackupLine> = {}): BackupLine => ({
  name: `book-${n}.sqlite`,
  kind: "schedule",
  at: `2026-11-${String(20 - n).padStart(2, "0")}T08:00:00Z`,
  bytes: 4_200_000,
  ok: true,
  jobs: 219,
  vehicles: 11,
  ...more,
});

describe("copies of the book", () => {
  const open = (backups: BackupLine[], data: NewFields<"shop"> = {}) => {
    answering("/api/backups", { backups });
    const onChange = vi.fn();
    return { ...show(<BackupCopies shop={shop(data)} onChange={onChange} />), onChange };
  };
  const lines = () => screen.getAllByRole("listitem").map(plainText);

  it("are none in a new shop, which says how they are made", async () => {
    open([]);
    const region = await screen.findByRole("region", { name: "Backup" });
    expect(plainText(region)).toContain("no copy yet");
    expect(plainText(region)).toContain("Copy the folder to another disk too.");
  });

  it("say when and how they were made, and what is in them", async () => {
    open([copy(1), copy(2, { kind: "beforeRestore" })]);
    await screen.findByText(/kept before a restore/);
    expect(lines()[0]).toContain("by the schedule, 4.2 MB, 11 vehicles, 219 jobs");
    expect(screen.getAllByRole("link").map((l) => l.getAttribute("download"))).toEqual([
      "book-1.sqlite",
      "book-2.sqlite",
    ]);
  });

  it("that are damaged are not to be used", async () => {
    open([copy(1, { ok: false, jobs: null, vehicles: null })]);
    expect(await screen.findByText(/damaged: not to be used/)).toBeTruthy();
    expect(screen.getByRole("button", { name: "Restore" })).toHaveProperty("disabled", true);
  });

  it("beyond six are a tap away", async () => {
    const { user } = open(Array.from({ length: 9 }, (_, i) => copy(i + 1)));
    await screen.findByRole("button", { name: "Show all 9" });
    expect(lines()).toHaveLength(6);
    await user.click(screen.getByRole("button", { name: "Show all 9" }));
    expect(lines()).toHaveLength(9);
  });

  it("are made on a schedule of the shop's own", async () => {
    const off = open([]);
    await off.user.click(screen.getByRole("switch", { name: "Copy on a schedule" }));
    expect(off.onChange).toHaveBeenLastCalledWith({ backup: { everyHours: 24, keep: 14 } }, "Backup on a schedule: on");
    off.unmount();
    const on = open([], { backup: { everyHours: 24, keep: 14 } });
    await typeInto(on.user, screen.getByLabelText("every"), "12");
    expect(on.onChange).toHaveBeenLastCalledWith({ backup: { everyHours: 12, keep: 14 } }, "Backup every 12 hours");
    await typeInto(on.user, screen.getByLabelText("copies kept"), "30");
    expect(on.onChange).toHaveBeenLastCalledWith({ backup: { everyHours: 24, keep: 30 } }, "30 backups kept");
  });

  it("are asked about before the book goes back to one", async () => {
    const { user } = open([copy(1)]);
    await user.click(await screen.findByRole("button", { name: "Restore" }));
    const dialog = within(await screen.findByRole("dialog"));
    expect(plainText(screen.getByRole("dialog"))).toContain("The present book is kept as a copy first");
    await user.click(dialog.getByRole("button", { name: "Cancel" }));
    expect(lines()).toHaveLength(1);
  });
});

describe("an archive", () => {
  const [MOUNT, LEVER] = ["01DEMSKERR000000000000000A", "01DEMSKERR000000000000000B"];
  const preview = (more: Partial<ArchivePreview> = {}): ArchivePreview => ({
    token: "t",
    manifest: {
      format: "ash-lever-archive",
      version: 1,
      scope: "vehicle",
      title: "SI 1041",
      shop: "Hallow shed",
      made: "2026-11-01T08:00:00Z",
      counts: {},
    },
    fresh: { job: 2, reading: 14 },
    same: 3,
    conflicts: [],
    photos: 0,
    recordings: 0,
    damaged: [],
    missing: 1,
    ...more,
  });
  const take = async (answer: unknown) => {
    answering("/api/archive", answer);
    const result = show(<Archive />);
    const file = new File(["zip"], "a.zip", { type: "application/zip" });
    await result.user.upload(screen.getByLabelText("Archive to import"), file);
    return result;
  };

  it("says what it would do before anything is taken in", async () => {
    answering("/api/archive/take", { created: 16, updated: 0, refused: [] });
    const { user } = await take(preview());
    const dialog = await screen.findByRole("dialog", { name: "SI 1041, from Hallow shed" });
    expect(plainText(dialog)).toContain(
      "New: 2 jobs, 14 readings. 3 records the same as here. One picture or recording missing in it.",
    );
    await user.click(within(dialog).getByRole("button", { name: "Import 16 records" }));
    expect(await screen.findByText("16 records added, 0 changed.")).toBeTruthy();
  });

  it("leaves what says otherwise as it is here, until it is switched", async () => {
    const conflicts: ArchivePreview["conflicts"] = [
      {
        resource: "part",
        id: MOUNT,
        title: "Tail mount",
        binned: false,
        fields: [{ field: "price", here: 44, there: 51 }],
      },
      { resource: "part", id: LEVER, title: "Lever", binned: true, fields: [] },
    ];
    const { user } = await take(preview({ fresh: {}, same: 0, conflicts }));
    const dialog = within(await screen.findByRole("dialog"));
    expect(dialog.getByRole("button", { name: "Nothing to import" })).toHaveProperty("disabled", true);
    expect(plainText(screen.getByRole("dialog"))).toContain("2 records say otherwise than here.");
    expect(plainText(screen.getByRole("dialog"))).toContain("price: here “44”, there “51”");
    // What is in the bin here is not overwritten behind its back.
    await user.click(dialog.getByRole("switch", { name: "Take Lever as the archive has it" }));
    expect(dialog.getByRole("button", { name: "Nothing to import" })).toBeTruthy();
    await user.click(dialog.getByRole("switch", { name: "Take Tail mount as the archive has it" }));
    expect(dialog.getByRole("button", { name: "Import one record" })).toHaveProperty("disabled", false);
  });

  it("that cannot be read says so, and nothing is taken in", async () => {
    await take(undefined);
    expect(plainText(await screen.findByRole("status"))).toMatch(/does not answer|no connection|not reach/i);
  });
});
