import { basename, dirname } from "node:path";
import type { NextFunction, Response } from "express";

/**
 * Sends one file of ours. Its folder is given as the root: a folder of the shop's choice may have a name that begins
 * with a dot, which is refused only in what a caller names.
 */
export function sendKept(res: Response, path: string, next: NextFunction): void {
  res.sendFile(basename(path), { root: dirname(path) }, (error) => {
    if (error && !res.closed) next(error);
  });
}
