import { runTask } from "../../worker";

/** A WAV file of samples recorded in the page, made beside the screen. */
export async function wavOf(samples: Float32Array, rateHz: number): Promise<Blob> {
  const bytes = await runTask("wav", { samples, rateHz });
  return new Blob([new Uint8Array(bytes)], { type: "audio/wav" });
}
