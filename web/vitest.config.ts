import { defineConfig } from "vitest/config";

export default defineConfig({
  // The glossary is read from the docs.
  server: { fs: { allow: [".", "../docs"] } },
  // Tests of what needs a page say so at their top.
  test: { environment: "node", include: ["tests/**/*.test.{ts,tsx}"] },
});
