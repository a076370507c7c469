/** The floors of the web, from the top: each may import what lies below it. */
const FLOORS = ["app", "features", "pieces", "data", "ui", "worker", "format"];
/** Floors that stand side by side, the lower named first. */
const BELOW = {
  app: ["features", "pieces", "data", "ui", "worker", "format"],
  features: ["pieces", "data", "ui", "worker", "format"],
  pieces: ["data", "ui", "worker", "format"],
  data: ["ui", "worker", "format"],
  ui: ["format"],
  worker: [],
  format: [],
};

const TESTS = "\\.test\\.tsx?$|^tests/";

/** @type {import("dependency-cruiser").IConfiguration} */
export default {
  forbidden: [
    { name: "no-circles", severity: "error", from: {}, to: { circular: true } },
    ...FLOORS.map((floor) => ({
      name: `web-${floor}`,
      comment: `web/${floor} may import only: ${BELOW[floor].join(", ") || "nothing of web"}.`,
      severity: "error",
      from: { path: `^web/${floor}/`, pathNot: TESTS },
      to: { path: "^web/", pathNot: [`^web/${floor}/`, ...BELOW[floor].map((f) => `^web/${f}/`)] },
    })),
    {
      name: "features-by-their-index",
      comment: "A feature imports another one only by its index.ts.",
      severity: "error",
      from: { path: "^web/features/([^/]+)/", pathNot: TESTS },
      to: { path: "^web/features/[^/]+/", pathNot: ["^web/features/$1/", "^web/features/[^/]+/index\\.ts$"] },
    },
    {
      name: "own-style-sheet",
      comment: "A style sheet belongs to its folder; what several use stands in web/ui.",
      severity: "error",
      from: { path: "^web/(features|pieces)/([^/]+)/" },
      to: { path: "^web/(features|pieces)/.*\\.css$", pathNot: "^web/$1/$2/" },
    },
    {
      name: "domain-is-pure",
      comment: "domain works on records and nothing else.",
      severity: "error",
      from: { path: "^domain/", pathNot: TESTS },
      to: { pathNot: ["^domain/", "^core/", "^contract/"] },
    },
    {
      name: "no-orphans",
      comment: "Nobody imports this file.",
      severity: "error",
      from: {
        orphan: true,
        path: "^(core|contract|domain|drawing|models|server|web)/",
        pathNot: ["\\.test\\.tsx?$", "\\.d\\.ts$", "\\.css$"],
      },
      to: {},
    },
  ],
  options: {
    includeOnly: "^(core|contract|domain|drawing|models|server|web|cli|demo|bench)/",
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: { extensions: [".ts", ".tsx", ".js", ".mjs", ".css", ".json"] },
  },
};
