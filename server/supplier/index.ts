export { simulatedSupplier } from "./simulated";
export type { Supplier } from "./supplier";
