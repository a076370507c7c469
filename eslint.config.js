import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

/** Rooms and what each may import of ours; imports run one way. */
const rooms = {
  core: [],
  contract: ["core"],
  drawing: ["core"],
  models: ["core", "contract", "drawing", "domain"],
  domain: ["core", "contract"],
  server: ["core", "contract", "models", "drawing", "domain"],
  web: ["core", "contract", "models", "drawing", "domain"],
  cli: ["core", "contract", "models", "drawing", "domain"],
  demo: ["core", "contract", "domain"],
  e2e: ["demo", "scripts"],
};
const all = [...Object.keys(rooms), "bench", "scripts"];

const direction = Object.entries(rooms).map(([room, allowed]) => {
  const barred = all.filter((r) => r !== room && !allowed.includes(r));
  const patterns = [
    {
      regex: `^(\\.\\./)+(${barred.join("|")})(/|$)`,
      message: `${room} may import only: ${allowed.join(", ") || "nothing of ours"}.`,
    },
  ];
  // Scripts are single files and have no index.
  const rooms = allowed.filter((r) => r !== "scripts");
  if (rooms.length) {
    // The supplied kinds of job are a room of data beside the domain: screens load it late, the models hold it.
    const late = room === "models" ? "(?!templates$)" : "";
    patterns.push({
      regex: `^(\\.\\./)+(${rooms.join("|")})/${late}.+`,
      message: "Enter a room through its index.",
    });
  }
  return {
    files: [`${room}/**/*.{ts,tsx}`],
    ignores: room === "core" ? ["**/*.test.ts"] : [],
    rules: {
      "no-restricted-imports": ["error", { patterns }],
    },
  };
});

export default tseslint.config(
  { ignores: ["node_modules", "dist", "data", "playwright-report", "test-results"] },
  ...tseslint.configs.recommended,
  {
    rules: {
      "@typescript-eslint/consistent-type-imports": ["error", { fixStyle: "inline-type-imports" }],
      "@typescript-eslint/no-explicit-any": "error",
      eqeqeq: ["error", "always", { null: "ignore" }],
      "no-console": ["error", { allow: ["error", "warn"] }],
    },
  },
  {
    files: ["web/**/*.{ts,tsx}"],
    plugins: { "react-hooks": reactHooks },
    rules: { ...reactHooks.configs.flat["recommended-latest"].rules, "react-hooks/exhaustive-deps": "error" },
  },
  {
    files: ["core/**/*.ts"],
    ignores: ["**/*.test.ts"],
    rules: {
      "no-restricted-globals": ["error", "window", "document", "process", "Date", "fetch"],
      "no-restricted-properties": [
        "error",
        { object: "Math", property: "random", message: "Randomness is a parameter in core." },
      ],
    },
  },
  {
    files: ["web/**/*.tsx"],
    ignores: ["web/ui/**", "**/*.test.tsx"],
    rules: {
      "no-restricted-syntax": [
        "error",
        { selector: "JSXOpeningElement[name.name='button']", message: "Use Button, or Press of web/ui." },
      ],
    },
  },
  { files: ["scripts/**", "bench/**"], rules: { "no-console": "off" } },
  ...direction,
);
