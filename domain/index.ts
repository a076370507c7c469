export * from "./diagnosis";
export * from "./job";
export * from "./mounts";
export * from "./readings";
export * from "./setting";
export * from "./slack";
export * from "./torque";
export * from "./vehicle";
