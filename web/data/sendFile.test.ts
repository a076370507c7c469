// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { z } from "zod";
import { refusal } from "../../contract";
import { isUnreachable, NotUnderstood } from "./api";
import { refusedText, sendFile, type Upload } from "./sendFile";

/** A request that the test answers. */
class FakeRequest {
  static last: FakeRequest;
  status = 0;
  response: unknown = null;
  responseType = "";
  timeout = 0;
  aborted = false;
  sent: FormData | null = null;
  onload: () => void = () => undefined;
  onerror: () => void = () => undefined;
  ontimeout: () => void = () => undefined;
  readonly upload: { onprogress: (e: { lengthComputable: boolean; loaded: number; total: number }) => void } = {
    onprogress: () => undefined,
  };
  constructor() {
    FakeRequest.last = this;
  }
  open(): void {}
  send(form: FormData): void {
    this.sent = form;
  }
  abort(): void {
    this.aborted = true;
  }
  answer(status: number, response: unknown): void {
    this.status = status;
    this.response = response;
    this.onload();
  }
}

const door: Upload<{ file: string }> = {
  path: "/api/photos",
  field: "photo",
  bytes: 1024 * 1024,
  called: "a picture",
  answer: z.object({ file: z.string() }),
};
const file = new Blob(["12345678"]);
const send = (onPart = vi.fn(), until = new AbortController()) => ({
  onPart,
  until,
  result: sendFile(door, file, "knob.jpg", onPart, until.signal),
});

beforeEach(() => vi.stubGlobal("XMLHttpRequest", FakeRequest));
afterEach(() => vi.unstubAllGlobals());

describe("sending a file", () => {
  it("gives what the server kept it as, and tells how far it has come", async () => {
    const { result, onPart } = send();
    FakeRequest.last.upload.onprogress({ lengthComputable: true, loaded: 2, total: 8 });
    FakeRequest.last.upload.onprogress({ lengthComputable: false, loaded: 3, total: 0 });
    expect(onPart.mock.calls).toEqual([[0.25]]);
    expect((FakeRequest.last.sent?.get("photo") as File).name).toBe("knob.jpg");
    FakeRequest.last.answer(200, { file: "f" });
    await expect(result).resolves.toEqual({ file: "f" });
  });

  it("passes a refusal on as it came", async () => {
    const { result } = send();
    const refused = refusal("invalid_input", "photo", "knob.jpg", "JPEG, PNG or WebP", "no picture");
    FakeRequest.last.answer(422, refused);
    await expect(result).rejects.toEqual(refused);
    expect(refusedText(refused, "The picture")).toBe("no picture. Accepted: JPEG, PNG or WebP.");
  });

  it.each([
    ["a lost network", (r: FakeRequest) => r.onerror()],
    ["a server that does not answer in time", (r: FakeRequest) => r.ontimeout()],
    ["an error that says nothing", (r: FakeRequest) => r.answer(500, null)],
  ])("says that it did not arrive: %s", async (_, fail) => {
    const { result } = send();
    fail(FakeRequest.last);
    const error: unknown = await result.catch((e: unknown) => e);
    expect(isUnreachable(error)).toBe(true);
  });

  it("says that an answer was none: the file arrived, and would be answered so again", async () => {
    const { result } = send();
    FakeRequest.last.answer(200, { other: 1 });
    const error: unknown = await result.catch((e: unknown) => e);
    expect([error instanceof NotUnderstood, isUnreachable(error)]).toEqual([true, false]);
  });

  it("is called off without a word", async () => {
    const { result, until } = send();
    until.abort();
    expect(FakeRequest.last.aborted).toBe(true);
    expect(refusedText(await result.catch((e: unknown) => e), "The picture")).toBeNull();
  });

  it("does not begin with what is too large", async () => {
    const small = { ...door, bytes: 4 };
    const error: unknown = await sendFile(small, file, "x", vi.fn(), new AbortController().signal).catch(
      (e: unknown) => e,
    );
    expect(error).toMatchObject({ error: { code: "too_large", field: "photo", got: 8 } });
    expect(refusedText(new Error("?"), "The picture")).toBe("The picture was not taken in.");
  });
});
