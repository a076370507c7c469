import type { RequestHandler } from "express";
import { refusal } from "../../contract";
import { Refused } from "../services";

/** Bodies smaller than this are not counted: a thousand of them are little. */
const SMALL_BYTES = 64 * 1024;
/** A body that does not say how long it is counts as the largest that is held in memory. */
const UNSAID_BYTES = 64 * 1024 * 1024;
/** All bodies together that may be on their way into memory. */
const MOST_BYTES = 160 * 1024 * 1024;
/** Longest wait for a turn, ms. */
const LONGEST_WAIT_MS = 60_000;

interface Waiting {
  bytes: number;
  begin: () => void;
}

/**
 * Bounds what all callers together may send into memory: what is over it waits its turn before its body is read, and is
 * refused after a minute. Bodies that go straight to the disk are not counted: `streams` says which.
 */
export function bytesInFlight(streams: (path: string) => boolean, most = MOST_BYTES): RequestHandler {
  let held = 0;
  const waiting: Waiting[] = [];
  const next = (): void => {
    while (waiting.length && (held === 0 || held + waiting[0].bytes <= most)) waiting.shift()?.begin();
  };
  return (req, res, go) => {
    const said = req.headers["content-length"];
    const sends = said !== undefined || req.headers["transfer-encoding"] !== undefined;
    const bytes = said === undefined ? UNSAID_BYTES : Number(said);
    if (!sends || bytes < SMALL_BYTES || streams(req.path)) return go();
    let begun = false;
    const entry: Waiting = {
      bytes,
      begin: () => {
        begun = true;
        clearTimeout(tooLong);
        held += bytes;
        go();
      },
    };
    const tooLong = setTimeout(() => {
      waiting.splice(waiting.indexOf(entry), 1);
      go(
        new Refused(
          refusal("rate_limited", "", bytes, "the same again in a minute", "too many large files are sent at once"),
        ),
      );
    }, LONGEST_WAIT_MS);
    res.once("close", () => {
      clearTimeout(tooLong);
      if (begun) held -= bytes;
      else if (waiting.includes(entry)) waiting.splice(waiting.indexOf(entry), 1);
      next();
    });
    waiting.push(entry);
    next();
  };
}
