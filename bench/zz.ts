import fc from "fast-check";
import { hostileRequests } from "../server/testing/hostileRequests";
import { answerJson } from "../server/compute/answerJson";
const seen = new Map<string, string>();
for (let s = 1; s <= 6; s++)
for (const r of fc.sample(hostileRequests, { numRuns: 10000, seed: s * 7919 })) {
  const m = /^\/api\/compute\/(\w+)$/.exec(r.path);
  if (!m || !r.body) continue;
  const t = performance.now();
  try { answerJson(m[1], r.body); } catch (e) { const k = m[1] + String(e).slice(0,100); if (!seen.has(k)) { seen.set(k, "1"); console.log(k, new TextDecoder().decode(r.body).slice(0,1500)); } }
  if (performance.now() - t > 2000) console.log("slow", m[1], performance.now() - t);
}
