import { defineConfig } from "vitest/config";

export default defineConfig({
  // Tests of what needs a page say so at their top.
  test: { environment: "node", include: ["tests/**/*.test.{ts,tsx}"] },
});
