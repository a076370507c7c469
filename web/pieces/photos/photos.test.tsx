// @vitest-environment jsdom
import { screen, waitFor } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { refusal } from "../../../contract";
import { Unreachable } from "../../data/api";
import { sendFile } from "../../data/sendFile";
import { fakeEdit, jobView, PARENT, plainText, record, show } from "../../../tests/web/show";
import { Photos } from "./Photos";

vi.mock("../../data/sendFile", async (original) => ({ ...(await original<object>()), sendFile: vi.fn() }));

const sending = vi.mocked(sendFile);
const kept = { file: "c".repeat(64), widthPx: 640, heightPx: 480, bytes: 1000, placeRemoved: false, focal35Mm: null };
const reading = record("reading", {
  jobId: PARENT,
  quantity: "throw",
  phase: "before",
  values: [{ typed: "1 mm", base: 1 }],
});
const photo = (readingId: string | null, name: string) =>
  record("photo", { jobId: PARENT, readingId, file: "a".repeat(64), name, widthPx: 8, heightPx: 6 });
const open = (photos: ReturnType<typeof photo>[] = []) => {
  const edit = fakeEdit();
  const view = jobView({ photo: photos });
  return { view, edit, ...show(<Photos view={view} edit={edit} readingId={reading.id} what="Throw" />) };
};
const file = new File(["x"], "knob.jpg", { type: "image/jpeg" });

beforeEach(() => void sending.mockReset());

describe("pictures of a reading", () => {
  it("are those of this reading only, and go out by their name", async () => {
    const own = photo(reading.id, "knob.jpg");
    const { user, edit } = open([own, photo(null, "job.jpg")]);
    expect(screen.getAllByRole("img", { name: /^Throw/ })).toHaveLength(1);
    await user.click(screen.getByRole("button", { name: "Take the photo knob.jpg of Throw out" }));
    expect(edit.remove).toHaveBeenCalledWith("photo", own, "Photo of Throw taken out");
  });

  it("without a connection are kept in the browser with what was said of them", async () => {
    sending.mockRejectedValue(new Unreachable("no answer"));
    const { user, edit, view } = open();
    await user.upload(screen.getByLabelText("Photo file of Throw"), file);
    await waitFor(() => expect(edit.file).toHaveBeenCalledTimes(1));
    const [resource, kept, name, data] = edit.file.mock.calls[0];
    expect([resource, kept, name]).toEqual(["photo", file, "knob.jpg"]);
    expect(data).toMatchObject({ jobId: view.job.id, readingId: reading.id, name: "knob.jpg" });
    expect(screen.queryByRole("alert")).toBeNull();
  });

  it("are kept with the reading, and a place that was left out is said", async () => {
    sending.mockResolvedValue({ ...kept, placeRemoved: true });
    const { user, edit, view } = open();
    await user.upload(screen.getByLabelText("Photo file of Throw"), file);
    await waitFor(() => expect(edit.create).toHaveBeenCalledTimes(1));
    expect(edit.create.mock.calls[0][1]).toMatchObject({
      jobId: view.job.id,
      readingId: reading.id,
      file: kept.file,
      name: "knob.jpg",
      widthPx: 640,
    });
    expect(plainText(screen.getByRole("status"))).toBe("The camera’s note of where it was taken was left out.");
  });

  it("that are refused say why, and nothing is kept", async () => {
    sending.mockRejectedValue(refusal("invalid_input", "photo", "knob.jpg", "JPEG, PNG or WebP", "no picture"));
    const { user, edit } = open();
    await user.upload(screen.getByLabelText("Photo file of Throw"), file);
    expect(plainText(await screen.findByRole("alert"))).toBe("no picture. Accepted: JPEG, PNG or WebP.");
    expect(edit.create).not.toHaveBeenCalled();
  });

  it("say how far they have come, and can be called off without a word", async () => {
    sending.mockImplementation(
      (_door, _file, _name, onPart, until) =>
        new Promise((_, reject) => {
          onPart(0.4);
          until.addEventListener("abort", () => reject(new DOMException("called off", "AbortError")));
        }),
    );
    const { user, edit } = open();
    await user.upload(screen.getByLabelText("Photo file of Throw"), file);
    const bar = await screen.findByRole("progressbar", { name: "Taking the photo of Throw in" });
    await waitFor(() => expect(bar.getAttribute("value")).toBe("0.4"));
    await user.click(screen.getByRole("button", { name: "Cancel" }));
    await screen.findByRole("button", { name: "Add a photo of Throw" });
    expect(screen.queryByRole("alert")).toBeNull();
    expect(edit.create).not.toHaveBeenCalled();
  });
});
