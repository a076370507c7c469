import { raw, type RequestHandler } from "express";
import { readJsonBytes } from "../../contract";
import { Refused } from "../services";

const parse: RequestHandler = (req, _res, next) => {
  // No body at all is left to the schema: it names what is missing.
  if (!Buffer.isBuffer(req.body)) return next();
  const read = readJsonBytes(req.body);
  if (!read.ok) return next(new Refused(read.refusal));
  req.body = read.value;
  next();
};

/** Takes the body in as bytes, whatever its type is called. */
export const bytesBody = (limit: string): RequestHandler => raw({ limit, type: () => true });

/** Reads the body as JSON, whatever its type is called. */
export const jsonBody = (limit: string): RequestHandler[] => [bytesBody(limit), parse];
