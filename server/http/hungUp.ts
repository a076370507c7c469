import type { Response } from "express";

/** Aborts when whoever asked has gone before the answer was out. */
export function hungUp(res: Response): AbortSignal {
  const gone = new AbortController();
  res.on("close", () => {
    if (!res.writableFinished) gone.abort();
  });
  return gone.signal;
}
