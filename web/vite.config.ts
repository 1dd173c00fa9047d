import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  build: { outDir: "../src/kettledrum/api/static", emptyOutDir: true, target: "es2022" },
  server: { proxy: { "/api": { target: "http://127.0.0.1:8750", changeOrigin: true } } },
});
