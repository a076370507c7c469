export * from "./diagnose";
export * from "./lever";
export * from "./compare";
export * from "./slack";
export * from "./torque";
export * from "./measurement";
export * from "./clearance";
export * from "./setting";
