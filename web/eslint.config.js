import { readFileSync } from "node:fs";

import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

const { words } = JSON.parse(readFileSync(new URL("../workflow.json", import.meta.url), "utf8"));
const built = words.filter((word) => word.built).map((word) => word.word);

/** A feature imports only the features before it, and those only through their door (index.ts). */
const boundaries = built.map((word, place) => ({
  files: [`src/features/${word}/**`],
  rules: {
    "no-restricted-imports": [
      "error",
      {
        patterns: [
          { group: ["**/app/**"], message: "Features know nothing of the shell." },
          ...built.slice(place + 1).map((later) => ({
            group: [`**/features/${later}/**`, `../${later}`, `../${later}/**`],
            message: `${later} comes after ${word}.`,
          })),
          ...built.slice(0, place).map((earlier) => ({
            group: [`../${earlier}/*`],
            message: `Go through the door: ../${earlier}`,
          })),
        ],
      },
    ],
  },
}));

export default tseslint.config(
  { ignores: ["dist/**", "src/shared/api/schema.d.ts"] },
  ...tseslint.configs.recommended,
  hooks.configs.flat.recommended,
  {
    rules: {
      "@typescript-eslint/switch-exhaustiveness-check": "off",
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_" }],
    },
  },
  {
    files: ["src/shared/**"],
    rules: {
      "no-restricted-imports": [
        "error",
        { patterns: [{ group: ["**/features/**", "**/app/**"], message: "Shared code knows no feature." }] },
      ],
    },
  },
  ...boundaries,
);
