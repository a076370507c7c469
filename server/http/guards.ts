import type { RequestHandler } from "express";
import { rateLimit } from "express-rate-limit";
import helmet from "helmet";
import { refusal } from "../../contract";
import { Refused } from "../services";

const LOCAL = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

/** Only this machine, by name and number: a page elsewhere cannot reach in through a rebound name. */
export const onlyLocalHost: RequestHandler = (req, _res, next) => {
  const host = req.headers.host ?? "";
  if (LOCAL.test(host)) return next();
  next(new Refused(refusal("forbidden", "host", host, "localhost or 127.0.0.1")));
};

/** A write that a browser sends must come from our own page. */
export const onlyOwnOrigin: RequestHandler = (req, _res, next) => {
  const { origin } = req.headers;
  if (req.method === "GET" || req.method === "HEAD") return next();
  const site = req.headers["sec-fetch-site"];
  // A browser may leave the origin out, but says where the page came from all the same.
  if (origin === undefined && (site === undefined || site === "same-origin" || site === "none")) return next();
  if (origin === `http://${req.headers.host}`) return next();
  next(new Refused(refusal("forbidden", "origin", origin ?? String(site), "this program's own address")));
};

/** Writes a minute that one address may send: far above fast typing, far below a runaway loop. */
const WRITES_A_MINUTE = 3000;

export const steadyWrites = (limit = WRITES_A_MINUTE): RequestHandler =>
  rateLimit({
    windowMs: 60_000,
    limit,
    standardHeaders: "draft-8",
    legacyHeaders: false,
    skip: (req) => req.method === "GET",
    handler: (_req, _res, next) => {
      next(new Refused(refusal("rate_limited", "", null, `${limit} writes a minute`)));
    },
  });

/** The control library writes style elements; scripts come from our own files only. */
export const headers = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", "data:", "blob:"],
      fontSrc: ["'self'", "data:"],
      connectSrc: ["'self'"],
      objectSrc: ["'none'"],
      baseUri: ["'self'"],
      formAction: ["'self'"],
      frameAncestors: ["'none'"],
    },
  },
  hsts: false,
});
