import { defineConfig, globalIgnores } from "eslint/config";
import next from "eslint-config-next/core-web-vitals";
import typescript from "eslint-config-next/typescript";

/** The rules for components, which take a fifth of the time, are not asked where there are none. */
const noComponents = Object.fromEntries(
  next.flatMap(({ rules = {} }) => Object.keys(rules)).filter((rule) => /^(react|react-hooks|jsx-a11y)\//.test(rule)).map((rule) => [rule, "off"]),
);

export default defineConfig([
  globalIgnores([".next/**", ".data/**", "coverage/**", "drizzle/**", "next-env.d.ts", "playwright-report/**", "test-results/**"]),
  ...next,
  ...typescript,
  {
    files: ["**/*.{ts,tsx}"],
    // One program for all files: a language service for each takes a quarter longer.
    languageOptions: { parserOptions: { project: "./tsconfig.json" } },
    rules: {
      "@typescript-eslint/no-floating-promises": "error",
      "@typescript-eslint/no-misused-promises": ["error", { checksVoidReturn: { attributes: false } }],
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "@typescript-eslint/switch-exhaustiveness-check": ["error", { considerDefaultExhaustiveForUnions: true }],
      "react-hooks/rules-of-hooks": "error",
      "no-console": ["error", { allow: ["error"] }],
      eqeqeq: "error",
    },
  },
  { files: ["src/{core,data,commands,jobs}/**/*.ts", "tests/**/*.ts", "bench/**/*.ts"], rules: noComponents },
  { files: ["src/commands/**", "src/core/cli.ts", "bench/**"], rules: { "no-console": "off" } },
]);
