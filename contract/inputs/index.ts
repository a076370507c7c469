export * from "./diagnose";
export * from "./lever";
export * from "./compare";
export * from "./torque";
export * from "./measurement";
