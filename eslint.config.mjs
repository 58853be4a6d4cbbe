import { defineConfig, globalIgnores } from "eslint/config";
import regexp from "eslint-plugin-regexp";
import next from "eslint-config-next/core-web-vitals";
import typescript from "eslint-config-next/typescript";

/** The rules for components, which take a fifth of the time, are not asked where there are none. */
const noComponents = Object.fromEntries(
  next
    .flatMap(({ rules = {} }) => Object.keys(rules))
    .filter((rule) => /^(react|react-hooks|jsx-a11y)\//.test(rule))
    .map((rule) => [rule, "off"]),
);

export default defineConfig([
  globalIgnores([
    ".next/**",
    ".data/**",
    "coverage/**",
    "drizzle/**",
    "next-env.d.ts",
    "playwright-report/**",
    "test-results/**",
  ]),
  ...next,
  ...typescript,
  {
    files: ["**/*.{ts,tsx}"],
    // The rules that ask for types are oxlint's (.oxlintrc.json): it has them from the compiler in a tenth of the time.
    rules: {
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "react-hooks/rules-of-hooks": "error",
      "no-console": ["error", { allow: ["error"] }],
      eqeqeq: "error",
    },
  },
  { files: ["src/{core,data,commands,jobs}/**/*.ts", "tests/**/*.ts", "bench/**/*.ts"], rules: noComponents },
  {
    // What people send is looked through in a time that grows with its length, and not with its square.
    files: ["src/**/*.{ts,tsx}"],
    ignores: ["src/**/*.test.{ts,tsx}"],
    plugins: { regexp },
    rules: { "regexp/no-super-linear-backtracking": "error", "regexp/no-super-linear-move": "error" },
  },
  {
    files: ["src/**/*.tsx"],
    ignores: ["src/ui/frame/Link.tsx"],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          paths: [{ name: "next/link", message: "Take the Link of src/ui/frame: it fetches nothing ahead." }],
        },
      ],
    },
  },
  {
    // What a role means is said in one place, so that a new power is found there by everybody.
    files: ["src/**/*.{ts,tsx}"],
    ignores: ["src/core/{access,roster}/**", "src/demo/**", "src/**/*.test.{ts,tsx}"],
    rules: {
      "no-restricted-syntax": [
        "error",
        ...[
          "MemberExpression[property.name=/[rR]ole$/]",
          "Identifier[name=/[rR]ole$/]",
          "ChainExpression",
          "AwaitExpression",
        ].map((left) => ({
          selector: `BinaryExpression[operator=/^[!=]==$/][right.value=/^(instructor|assistant|student|observer)$/] > ${left}.left`,
          message: "Ask core/access/role.ts what a role means.",
        })),
      ],
    },
  },
  { files: ["src/commands/**", "src/core/cli.ts", "bench/**"], rules: { "no-console": "off" } },
]);
