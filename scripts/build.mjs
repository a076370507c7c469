import { rmSync, utimesSync } from "node:fs";
import { join } from "node:path";
import { ensureInstalled, root, run, tool } from "./lib.mjs";

ensureInstalled();
rmSync(join(root, "dist"), { recursive: true, force: true });
run(tool("vite"), ["build", "--logLevel", "warn"]);
const { build } = await import("esbuild");
/** Refusals speak our own words: the schema library's forty languages stay out of the bundle. */
const oneLanguage = {
  name: "one-language",
  setup(b) {
    b.onLoad({ filter: /zod[\\/]v4[\\/]locales[\\/]index\.js$/ }, () => ({ contents: "export {};" }));
  },
};
await build({
  plugins: [oneLanguage],
  entryPoints: {
    server: join(root, "server/main.ts"),
    computeWorker: join(root, "server/compute/worker.ts"),
    snapshotWorker: join(root, "server/snapshot/worker.ts"),
  },
  outdir: join(root, "dist"),
  outExtension: { ".js": ".mjs" },
  bundle: true,
  platform: "node",
  target: "node20",
  format: "esm",
  minify: true,
  keepNames: true,
  // better-sqlite3 is a native module; the drivers TypeORM offers beside it are not installed.
  external: [
    "better-sqlite3",
    "sharp",
    "multer",
    "piscina",
    // It reads a program of its own from its package.
    "zxing-wasm",
    ...["mysql", "mysql2", "pg", "pg-native", "pg-query-stream", "sqlite3", "sql.js", "mssql", "oracledb", "mongodb"],
    ...[
      "@sap/hana-client",
      "@sap/hana-client/extension/Stream",
      "hdb-pool",
      "redis",
      "ioredis",
      "react-native-sqlite-storage",
    ],
    ...["typeorm-aurora-data-api-driver", "@google-cloud/spanner", "better-sqlite3-multiple-ciphers", "expo-sqlite"],
  ],
  banner: {
    js: "import { createRequire as __createRequire } from 'node:module'; const require = __createRequire(import.meta.url); import { fileURLToPath as __f } from 'node:url'; import { dirname as __d } from 'node:path'; const __filename = __f(import.meta.url); const __dirname = __d(__filename);",
  },
  logLevel: "warning",
});
const now = new Date();
utimesSync(join(root, "dist/server.mjs"), now, now);
