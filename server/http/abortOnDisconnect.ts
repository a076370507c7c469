import type { Response } from "express";

/** Aborts when the caller has gone before the answer was out. */
export function abortOnDisconnect(res: Response): AbortSignal {
  const gone = new AbortController();
  res.on("close", () => {
    if (!res.writableFinished) gone.abort();
  });
  return gone.signal;
}
