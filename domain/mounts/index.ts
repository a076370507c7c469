export * from "./presets";
export * from "./room";
export * from "./outlook";
export * from "./setName";
export * from "./signs";
