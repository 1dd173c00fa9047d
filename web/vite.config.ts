import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  build: {
    outDir: "../src/kettledrum/api/static",
    emptyOutDir: true,
    target: "es2022",
    // The components are needed at once and come in one piece, of 175 kB when compressed.
    chunkSizeWarningLimit: 600,
  },
  server: {
    proxy: {
      "/api": {
        target: "http://127.0.0.1:8750",
        changeOrigin: true,
        headers: { origin: "http://127.0.0.1:8750" },
      },
    },
  },
});
