export * from "./torque";
