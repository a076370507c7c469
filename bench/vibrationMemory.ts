import { readWav, spectrum, wavBytes } from "../core";
import { ask, minute, RATE } from "./vibration";

// Prints the most this process held, kB: with the file alone, or with reading and reckoning it as well.
const wav = wavBytes(minute(), RATE);
if (process.argv[2] === "work") {
  const read = readWav(wav);
  if (read.ok) spectrum(read.recording, ask);
}
process.stdout.write(String(process.resourceUsage().maxRSS));
