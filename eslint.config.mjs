import nextPlugin from "@next/eslint-plugin-next";
import { defineConfig, globalIgnores } from "eslint/config";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default defineConfig([
  globalIgnores([
    ".next/**",
    "next-env.d.ts",
    "public/**",
    "coverage/**",
    "test-results/**",
    "playwright-report/**",
    "**/*.generated.ts",
    // Of another language that looks like this one.
    "kernel/",
  ]),
  nextPlugin.configs["core-web-vitals"],
  {
    // These rules compile each file they see, so they see only floors that know React.
    files: ["src/{app,features,kit,ui}/**/*.{ts,tsx}", "tests/**/*.tsx"],
    extends: [reactHooks.configs.flat["recommended-latest"]],
  },
  {
    files: ["**/*.{ts,tsx}"],
    extends: [tseslint.configs.strictTypeChecked, tseslint.configs.stylisticTypeChecked],
    // One program for all files: a service that looks for the config of each takes a third longer.
    languageOptions: { parserOptions: { project: "tsconfig.json", tsconfigRootDir: import.meta.dirname } },
    rules: {
      "react-hooks/incompatible-library": "off",
      "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true }],
      // Brands and unions need `type`; one form throughout.
      "@typescript-eslint/consistent-type-definitions": ["error", "type"],
      // Taking fields off an object is written as a rest.
      "@typescript-eslint/no-unused-vars": ["error", { ignoreRestSiblings: true }],
      // These two take a sixth of the time, for enums and class instances typed `any`; here are no enums, and few classes.
      "@typescript-eslint/no-unsafe-enum-assignment": "off",
      "@typescript-eslint/no-unsafe-class-instance-assignment": "off",
      // Hot loops read typed arrays within bounds they set themselves and say `as number`; `!` stays banned.
      "@typescript-eslint/non-nullable-type-assertion-style": "off",
    },
  },
  {
    files: ["src/**/*.{ts,tsx}"],
    rules: {
      "max-lines": ["error", { max: 400, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    // The core computes; whatever it needs from outside is an argument.
    files: ["src/core/**/*.ts"],
    ignores: ["**/*.test.ts"],
    rules: {
      "no-console": "error",
      "no-restricted-globals": ["error", "performance", "crypto", "setTimeout", "fetch"],
      "no-restricted-properties": [
        "error",
        { object: "Math", property: "random", message: "Pass a seeded generator (core/random/rng)." },
        { object: "Date", property: "now", message: "Pass the time as an argument." },
      ],
      "no-restricted-syntax": [
        "error",
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: "Pass the time as an argument.",
        },
      ],
    },
  },
]);
