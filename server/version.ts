import about from "../package.json" with { type: "json" };

/** Version of the program, as its package says it. */
export const VERSION: string = about.version;
