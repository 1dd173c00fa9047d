import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { compression, defineAlgorithm } from "vite-plugin-compression2";

export default defineConfig({
  // What the server sends is compressed here, once, as far as it goes.
  plugins: [
    // The compiler keeps what is drawn until something that it stands on has changed.
    react({ babel: { plugins: ["babel-plugin-react-compiler"] } }),
    compression({
      include: /\.(js|css|html|svg)$/,
      threshold: 1000,
      algorithms: [defineAlgorithm("brotliCompress"), defineAlgorithm("gzip", { level: 9 })],
    }),
  ],
  build: {
    outDir: "../src/kettledrum/api/static",
    emptyOutDir: true,
    target: "es2022",
    // Styles in one piece, and scripts that three views or more share in another: a page asks for each file
    // by itself, and a hundred of a few lines take longer than what is in them.
    cssCodeSplit: false,
    rolldownOptions: {
      output: { codeSplitting: { groups: [{ name: "shared", minShareCount: 3 }] } },
    },
    chunkSizeWarningLimit: 900,
  },
  server: {
    // The glossary is read from the docs.
    fs: { allow: [".", "../docs"] },
    proxy: {
      "/api": {
        target: "http://127.0.0.1:8750",
        changeOrigin: true,
        headers: { origin: "http://127.0.0.1:8750" },
      },
    },
  },
});
