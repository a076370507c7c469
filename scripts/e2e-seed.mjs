// Builds the program and fills the folder that is named with the demo shed.
import { ensureBuilt } from "./lib.mjs";
import { seedShed } from "./shed.mjs";

ensureBuilt();
await seedShed(process.argv[2]);
