// @vitest-environment jsdom
import { act, screen, waitFor } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { refusal, type KeptRecording } from "../../../contract";
import { Unreachable } from "../../data/api";
import { sendFile } from "../../data/sendFile";
import { answering, jobView, pick, plainText, shopSays, show, typeInto } from "../../../tests/web/show";
import { AddRecording } from "./AddRecording";
import { microphone } from "./live";
import { TakeRecording } from "./TakeRecording";

vi.mock("./wavOf", () => ({ wavOf: vi.fn(() => Promise.resolve(new Blob(["wav"]))) }));
vi.mock("../../data/sendFile", async (original) => ({ ...(await original<object>()), sendFile: vi.fn() }));
vi.mock("./tap.worklet.ts?worker&url", () => ({ default: "/tap.js" }));

const sending = vi.mocked(sendFile);
const kept: KeptRecording = {
  file: "a".repeat(64),
  rateHz: 1024,
  count: 8192,
  unit: "fullScale",
  binHz: 0.5,
  peaks: [],
  rpmTrack: null,
  notes: [],
};

/** A stream of the server that sends what the test says. */
class FakeEvents {
  static last: FakeEvents;
  onmessage: ((e: { data: string }) => void) | null = null;
  onerror: (() => void) | null = null;
  closed = false;
  constructor(readonly url: string) {
    FakeEvents.last = this;
  }
  close(): void {
    this.closed = true;
  }
  /** So many seconds of samples, the engine at a speed. */
  send(seconds: number, rpm: number | null = null): void {
    const samples = Array.from({ length: seconds * 1024 }, (_, i) => Math.sin(i / 10));
    act(() => this.onmessage?.({ data: JSON.stringify({ rateHz: 1024, rpm, samples }) }));
  }
}

const view = () =>
  jobView({
    vehicle: {
      tag: "SI 0724",
      idleRpm: 750,
      driveTrain: {
        tyre: { size: "195/70R15" },
        finalDrive: 4.3,
        ratios: [{ gear: "5", ratio: 0.79 }],
        propShaft: true,
      },
    },
    job: { roughness: { speedKmh: 70 } },
  });

beforeEach(() => {
  sending.mockReset();
  sending.mockResolvedValue({ kept, run: null } as never);
  vi.stubGlobal("EventSource", FakeEvents);
  const sensor = {
    id: "accelerometer",
    name: "Accelerometer",
    kind: "accelerometer",
    measures: "acceleration",
    resolution: 0.001,
    rateHz: 1024,
    standIn: true,
  };
  answering("/api/instruments", { instruments: [sensor] });
  shopSays({ simulatedInstruments: true });
});

const later = vi.fn();
const begin = async (onTaken = vi.fn()) => {
  const shown = show(
    <TakeRecording view={view()} from="sensor" onLater={later} onTaken={onTaken} onClose={() => {}} />,
  );
  const key = await screen.findByRole("button", { name: "Begin" });
  await waitFor(() => expect((key as HTMLButtonElement).disabled).toBe(false));
  return { ...shown, onTaken, key };
};
const status = (): string => plainText(screen.getByRole("status"));
const stop = (): HTMLButtonElement => screen.getByRole("button", { name: "Stop and keep" });

describe("recording with the sensor", () => {
  it("tells it how the vehicle runs, waits until there is enough, and keeps it", async () => {
    const { user, key, onTaken } = await begin();
    await user.click(key);
    const asked = new URL(FakeEvents.last.url, "http://x");
    expect(asked.pathname).toBe("/api/instruments/accelerometer/samples");
    expect(Object.fromEntries(asked.searchParams)).toMatchObject({
      phase: "before",
      condition: "roadSpeed",
      speedKmh: "70",
    });
    FakeEvents.last.send(2);
    expect(status()).toContain("2.0 s. Hold it for 4 s at least");
    expect(stop().disabled).toBe(true);
    FakeEvents.last.send(3);
    expect(status()).toContain("5.0 s. Long enough");
    await user.click(stop());
    await waitFor(() => expect(onTaken).toHaveBeenCalledTimes(1));
    expect(FakeEvents.last.closed).toBe(true);
    expect(onTaken.mock.calls[0][0]).toMatchObject({
      simulated: true,
      by: "sensor",
      name: "sensor, 5 s",
      kept: { unit: "m/s2", rpmTrack: null },
      run: { gear: "", speedKmh: 70 },
    });
  });

  it("keeps the engine's speed of a run-up", async () => {
    const { user, key, onTaken } = await begin();
    await user.click(screen.getByRole("switch", { name: "Run the engine up through it" }));
    await typeInto(user, screen.getByLabelText("up to"), "5000");
    await user.click(key);
    expect(new URL(FakeEvents.last.url, "http://x").searchParams.get("runUpTo")).toBe("5000");
    for (const rpm of [2000, 3000, 4000, 5000, 5000]) FakeEvents.last.send(1, rpm);
    expect(status()).toMatch(/engine at 5 ?000 rpm/);
    await user.click(stop());
    await waitFor(() => expect(onTaken).toHaveBeenCalledTimes(1));
    const [{ kept: k, run }] = onTaken.mock.calls[0];
    expect(k.rpmTrack).toHaveLength(5);
    expect(run.engineRpm).toBe(2000);
  });

  it("says when the sensor is lost, and loses nothing of what came", async () => {
    const { user, key, onTaken } = await begin();
    await user.click(key);
    FakeEvents.last.send(6);
    act(() => FakeEvents.last.onerror?.());
    expect(status()).toContain("The accelerometer was lost. Look at its cable");
    await user.click(screen.getByRole("button", { name: "Keep what came" }));
    await waitFor(() => expect(onTaken).toHaveBeenCalledTimes(1));
    expect(onTaken.mock.calls[0][0].name).toBe("sensor, 6 s");
  });

  it("ends by itself after a minute, and only once", async () => {
    const { user, key, onTaken } = await begin();
    await user.click(key);
    FakeEvents.last.send(61);
    FakeEvents.last.send(1);
    await waitFor(() => expect(onTaken).toHaveBeenCalledTimes(1));
    expect(sending).toHaveBeenCalledTimes(1);
  });

  it("says why it was not taken in, and can send it again", async () => {
    sending.mockRejectedValueOnce(
      refusal("internal", "recording", "x", "the same again", "a recording did not arrive"),
    );
    const { user, key, onTaken } = await begin();
    await user.click(key);
    FakeEvents.last.send(5);
    await user.click(stop());
    await waitFor(() => expect(status()).toContain("a recording did not arrive"));
    await user.click(screen.getByRole("button", { name: "Keep what came" }));
    await waitFor(() => expect(onTaken).toHaveBeenCalledTimes(1));
  });

  it("called off, keeps nothing; at idle it asks for no gear", async () => {
    const { user, key, onTaken } = await begin();
    await pick(user, "condition", "Idle, in gear");
    expect(screen.queryByRole("switch", { name: "Run the engine up through it" })).toBeNull();
    await user.click(key);
    expect(new URL(FakeEvents.last.url, "http://x").searchParams.has("gear")).toBe(false);
    FakeEvents.last.send(5);
    await user.click(screen.getByRole("button", { name: "Cancel" }));
    expect(screen.queryByRole("button", { name: "Keep what came" })).toBeNull();
    expect(onTaken).not.toHaveBeenCalled();
  });
});

describe("the microphone", () => {
  const because = async (devices: unknown): Promise<string> => {
    Object.defineProperty(navigator, "mediaDevices", { value: devices, configurable: true });
    return microphone()
      .start(
        () => {},
        () => {},
      )
      .then(
        () => "it recorded",
        (e: Error) => e.message,
      );
  };
  const refusing = (name: string) => ({ getUserMedia: () => Promise.reject(new DOMException("no", name)) });
  it.each([
    ["absent from the page", undefined, /gives the page no microphone/],
    ["refused", refusing("NotAllowedError"), /not allowed to use the microphone/],
    ["not there", refusing("NotFoundError"), /There is no microphone here/],
    ["broken", refusing("NotReadableError"), /cannot be used/],
  ])("that is %s says so and offers a file", async (_what, devices, says) => {
    const why = await because(devices);
    expect(why).toMatch(says);
    expect(why).toContain("drop the file here");
  });
});

describe("a file", () => {
  const file = (name: string): File => new File(["x"], name, { type: "audio/wav" });
  const add = () => {
    const onAdded = vi.fn();
    return { onAdded, ...show(<AddRecording view={view()} large={false} onLater={later} onAdded={onAdded} />) };
  };

  it("says of itself how it was made, or is taken for what is likely", async () => {
    const { user, onAdded } = add();
    await user.upload(screen.getByLabelText("Recording file"), file("seventy after.wav"));
    await waitFor(() => expect(onAdded).toHaveBeenCalledTimes(1));
    expect(onAdded.mock.calls[0][0]).toMatchObject({
      by: "file",
      name: "seventy after",
      // Nobody has said how fast it was driven: that is asked.
      run: { phase: "after", gear: "", speedKmh: null },
    });
    sending.mockResolvedValueOnce({ kept, run: { unit: "g", phase: "before", gear: "4" } } as never);
    await user.upload(screen.getByLabelText("Recording file"), file("from the other shed.wav"));
    await waitFor(() => expect(onAdded).toHaveBeenCalledTimes(2));
    // What it does not say of itself is not guessed.
    expect(onAdded.mock.calls[1][0].run).toEqual({
      phase: "before",
      gear: "4",
      speedKmh: null,
      engineRpm: null,
      place: "",
    });
  });

  it("without a connection is kept for later", async () => {
    sending.mockRejectedValueOnce(new Unreachable("no answer"));
    later.mockReset();
    const { user, onAdded } = add();
    const taken = file("seventy after.wav");
    await user.upload(screen.getByLabelText("Recording file"), taken);
    await waitFor(() => expect(later).toHaveBeenCalledTimes(1));
    expect(later.mock.calls[0][0]).toMatchObject({ name: "seventy after", by: "file", run: { phase: "after" } });
    expect(later.mock.calls[0][0].file).toBe(taken);
    expect(onAdded).not.toHaveBeenCalled();
    expect(screen.queryByRole("alert")).toBeNull();
  });

  it("that cannot be read leaves the reason standing", async () => {
    sending.mockRejectedValueOnce(
      refusal(
        "invalid_input",
        "recording",
        "an empty file",
        "a WAV file",
        "this recording cannot be read: the file is empty",
      ),
    );
    const { user, onAdded } = add();
    await user.upload(screen.getByLabelText("Recording file"), file("empty.wav"));
    expect(plainText(await screen.findByRole("alert"))).toBe(
      "this recording cannot be read: the file is empty. Accepted: a WAV file.",
    );
    expect(onAdded).not.toHaveBeenCalled();
  });

  it("can be called off on its way", async () => {
    sending.mockImplementationOnce((_door, _file, _name, onPart, until) => {
      onPart(0.4);
      return new Promise((_, reject) =>
        until.addEventListener("abort", () => reject(new DOMException("off", "AbortError"))),
      );
    });
    const { user, onAdded } = add();
    await user.upload(screen.getByLabelText("Recording file"), file("long.wav"));
    expect(plainText(document.body)).toContain("on its way");
    await user.click(screen.getByRole("button", { name: "Cancel" }));
    await waitFor(() => expect(screen.getByRole("button", { name: "From a file" })).toBeTruthy());
    expect(screen.queryByRole("alert")).toBeNull();
    expect(onAdded).not.toHaveBeenCalled();
  });
});
