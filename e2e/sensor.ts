import * as wavefile from "wavefile";

const names = { ...wavefile } as typeof wavefile & { default?: typeof wavefile };
const { WaveFile } = names.default ?? names;

/** A WAV file of what the stand-in accelerometer sends for so long, without waiting for it. */
export async function sensorFile(baseURL: string, wish: Record<string, string>, seconds: number): Promise<Buffer> {
  const query = new URLSearchParams({ ...wish, hurry: "true" });
  const gone = new AbortController();
  const response = await fetch(`${baseURL}/api/instruments/accelerometer/samples?${query}`, { signal: gone.signal });
  if (!response.body) throw new Error("the stand-in sends nothing");
  const samples: number[] = [];
  let rest = "";
  for await (const text of response.body.pipeThrough(new TextDecoderStream())) {
    const events = (rest + text).split("\n\n");
    rest = events.pop() ?? "";
    for (const event of events) {
      const block = JSON.parse(event.replace(/^data: /, "")) as { rateHz: number; samples: number[] };
      samples.push(...block.samples);
      if (samples.length < seconds * block.rateHz) continue;
      gone.abort();
      const wav = new WaveFile();
      wav.fromScratch(1, block.rateHz, "32f", samples);
      return Buffer.from(wav.toBuffer());
    }
  }
  throw new Error("the stand-in ended by itself");
}
