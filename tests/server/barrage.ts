import fc from "fast-check";
import { request as httpRequest } from "node:http";
import { hostileRequests, type HostileRequest } from "./hostileRequests";

export interface Barrage {
  /** How often each status was answered. */
  statuses: Map<number, number>;
  /** Requests that were answered as a fault of the program, or not at all. */
  faults: { request: HostileRequest; status: number; answer: string }[];
}

/** Longest wait for one answer, ms; a stream is left as soon as it has begun. */
const WAIT_MS = 60_000;

function sendOne(port: number, hostile: HostileRequest): Promise<{ status: number; answer: string }> {
  return new Promise((resolve) => {
    const { method, path, headers, body } = hostile;
    const options = {
      host: "127.0.0.1",
      port,
      method,
      // What cannot be in a request line is left out: no client could send it.
      path: path.replace(/[^\x21-\x7e]/g, ""),
      headers: { Host: "localhost", Connection: "close", ...headers },
      timeout: WAIT_MS,
    };
    const sent = httpRequest(options, (res) => {
      const status = res.statusCode ?? 0;
      if (res.headers["content-type"]?.startsWith("text/event-stream")) {
        res.destroy();
        resolve({ status, answer: "" });
        return;
      }
      const parts: Buffer[] = [];
      res.on("data", (part: Buffer) => parts.push(part));
      res.on("close", () => resolve({ status, answer: Buffer.concat(parts).toString().slice(0, 400) }));
    });
    sent.on("timeout", () => sent.destroy(new Error("no answer")));
    sent.on("error", (error) => resolve({ status: 0, answer: error.message }));
    sent.end(body ?? undefined);
  });
}

const LEAKS = /node_modules|\bat [\w.<>]+ \(|[\\/](server|core|dist)[\\/]\w+\.(ts|mjs)/;

/** Sends so many hostile requests one after the other, a few at a time. A connection the server cuts is no answer of 500. */
export async function barrage(port: number, count: number, seed: number): Promise<Barrage> {
  const list = fc.sample(hostileRequests, { numRuns: count, seed });
  const statuses = new Map<number, number>();
  const faults: Barrage["faults"] = [];
  let next = 0;
  const worker = async (): Promise<void> => {
    while (next < list.length) {
      const hostile = list[next];
      next += 1;
      const { status, answer } = await sendOne(port, hostile);
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
      if (status >= 500 || answer === "no answer" || LEAKS.test(answer))
        faults.push({ request: hostile, status, answer });
    }
  };
  await Promise.all([worker(), worker(), worker(), worker()]);
  return { statuses, faults };
}
