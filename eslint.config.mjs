import nextPlugin from "@next/eslint-plugin-next";
import { defineConfig, globalIgnores } from "eslint/config";
import { createTypeScriptImportResolver } from "eslint-import-resolver-typescript";
import * as importX from "eslint-plugin-import-x";
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
  ]),
  nextPlugin.configs["core-web-vitals"],
  reactHooks.configs.flat["recommended-latest"],
  {
    files: ["**/*.{ts,tsx}"],
    extends: [tseslint.configs.strictTypeChecked, tseslint.configs.stylisticTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      "react-hooks/incompatible-library": "off",
      "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true }],
    },
  },
  {
    files: ["src/**/*.{ts,tsx}"],
    extends: [importX.flatConfigs.typescript],
    plugins: { "import-x": importX },
    settings: { "import-x/resolver-next": [createTypeScriptImportResolver({ project: "./tsconfig.json" })] },
    rules: {
      "import-x/no-cycle": "error",
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
