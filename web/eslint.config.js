import js from "@eslint/js";
import jsxA11y from "eslint-plugin-jsx-a11y";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["src/api/schema.d.ts", "node_modules"] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  jsxA11y.flatConfigs.recommended,
  reactHooks.configs.flat["recommended-latest"],
  {
    files: ["src/**/*.{ts,tsx}"],
    rules: {
      // The core alone works things out; the front end may only draw, convert units and format.
      "no-restricted-imports": ["error", { patterns: ["**/api/schema"] }],
      eqeqeq: "error",
      // The first field of a dialog takes the focus, as the dialog does in any case.
      "jsx-a11y/no-autofocus": ["error", { ignoreNonDOM: true }],
    },
  },
  { files: ["src/api/*.ts"], rules: { "no-restricted-imports": "off" } },
);
