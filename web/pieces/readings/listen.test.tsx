// @vitest-environment jsdom
import { act, screen } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { INSTRUMENT_SILENCE_MS } from "../../../contract";
import { answering, plainText, shopSays, show } from "../../../tests/web/show";
import { TakeReading } from "./TakeReading";

class FakeEvents {
  static last: FakeEvents;
  onmessage: ((e: { data: string }) => void) | null = null;
  closed = false;
  constructor(readonly url: string) {
    FakeEvents.last = this;
  }
  close(): void {
    this.closed = true;
  }
  send(value: number, steady: boolean, peak: number | null = null): void {
    act(() => this.onmessage?.({ data: JSON.stringify({ value, peak, steady }) }));
  }
}

const line = (id: string, name: string, kind: string, measures: string, resolution: number) => ({
  id,
  name,
  kind,
  measures,
  resolution,
  rateHz: null,
  standIn: true,
});

beforeEach(() => {
  shopSays({ simulatedInstruments: true });
  vi.stubGlobal("EventSource", FakeEvents);
  answering("/api/instruments", {
    instruments: [
      line("calliper", "Bench calliper", "calliper", "length", 0.01),
      line("dial", "Dial indicator", "dial", "length", 0.01),
      line("wrench", "Torque wrench", "torqueWrench", "torque", 0.1),
    ],
  });
});

const open = async (measures: "length" | "torque" | "angle", onTake = vi.fn(), units: "metric" | "inch" = "metric") => {
  const shown = show(<TakeReading measures={measures} what="Knob height" near={312} onTake={onTake} />, { units });
  await shown.user.click(screen.getByRole("button", { name: "Read Knob height from an instrument" }));
  await screen.findByRole("dialog");
  return { ...shown, onTake };
};
const take = (): HTMLButtonElement => screen.getByRole("button", { name: "Take this reading" });

describe("a reading from an instrument", () => {
  it("is taken when it stands still, in its own digits and with who gave it", async () => {
    const { user, onTake } = await open("length");
    await screen.findByText("Waiting for the first reading.");
    expect(FakeEvents.last.url).toBe("/api/instruments/calliper/readings?near=312");
    FakeEvents.last.send(315.2, false);
    expect(plainText(screen.getByRole("status"))).toBe("Hold it still.");
    expect(take().disabled).toBe(true);
    FakeEvents.last.send(312.04, true);
    expect(plainText(document.querySelector(".live"))).toContain("312.04 mm");
    await user.click(take());
    expect(onTake).toHaveBeenCalledWith(expect.objectContaining({ typed: "312.04 mm", base: 312.04 }));
    expect(onTake.mock.calls[0][0].instrument.id).toBe("calliper");
  });

  it("of a wrench is the peak of the pull, once it is let go", async () => {
    const { user, onTake } = await open("torque");
    await screen.findByText("Waiting for the first reading.");
    FakeEvents.last.send(39.2, false, 40.4);
    expect(plainText(screen.getByRole("status"))).toBe("Pull until it clicks once.");
    FakeEvents.last.send(0, true, 40.4);
    await user.click(take());
    expect(onTake).toHaveBeenCalledWith(expect.objectContaining({ typed: "40.4 Nm", base: 40.4 }));
  });

  it("that never comes is said after a while, and can be listened for again", async () => {
    const { user } = await open("length");
    await screen.findByText("Waiting for the first reading.");
    const first = FakeEvents.last;
    expect(
      await screen.findByText(/has stopped sending/, undefined, { timeout: INSTRUMENT_SILENCE_MS + 2000 }),
    ).toBeTruthy();
    expect(first.closed).toBe(true);
    await user.click(screen.getByRole("button", { name: "Listen again" }));
    expect(FakeEvents.last).not.toBe(first);
  });

  it("of a kind nothing here measures is to be typed", async () => {
    await open("angle");
    expect(await screen.findByText("No instrument here measures this. Type the reading by hand.")).toBeTruthy();
  });

  it("shows the shop's own unit first and what the instrument sends beside it", async () => {
    await open("length", vi.fn(), "inch");
    await screen.findByText("Waiting for the first reading.");
    FakeEvents.last.send(317.5, true);
    // 317.5 mm is 12 1/2 in exactly: NIST SP 811.
    expect(plainText(document.querySelector(".live"))).toBe("12.500 in317.50 mm");
  });

  it("is not offered from a simulated instrument unless the shop has switched them on", async () => {
    shopSays({ simulatedInstruments: false });
    await open("length");
    expect(await screen.findByText(/No instrument here measures this/)).toBeTruthy();
    expect(plainText(document.body)).toContain("simulated instruments can be switched on in Shop");
    expect(screen.queryByRole("button", { name: "Take this reading" })).toBeNull();
  });
});
