import { defineConfig, globalIgnores } from "eslint/config";
import next from "eslint-config-next/core-web-vitals";
import typescript from "eslint-config-next/typescript";

export default defineConfig([
  globalIgnores([".next/**", ".data/**", "coverage/**", "drizzle/**", "next-env.d.ts", "playwright-report/**", "test-results/**"]),
  ...next,
  ...typescript,
  {
    files: ["**/*.{ts,tsx}"],
    languageOptions: { parserOptions: { projectService: true } },
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
  { files: ["src/commands/**", "src/core/cli.ts", "bench/**"], rules: { "no-console": "off" } },
]);
