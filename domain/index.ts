export * from "./torque";
export * from "./setting";
