import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { VitePWA } from "vite-plugin-pwa";

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    VitePWA({
      strategies: "injectManifest",
      srcDir: "src/sw",
      filename: "worker.ts",
      injectRegister: false,
      injectManifest: {
        globPatterns: ["**/*.{js,css,html,woff2,svg,png,webmanifest}"],
        dontCacheBustURLsMatching: /^assets\//,
        minify: true,
      },
      manifest: {
        name: "Steady Tide",
        short_name: "Steady Tide",
        description: "Camera settings that hold for the light you will meet.",
        id: "/",
        start_url: "/field",
        scope: "/",
        display: "standalone",
        background_color: "#e9eeef",
        theme_color: "#12566c",
        icons: [
          { src: "icon.svg", sizes: "any", type: "image/svg+xml" },
          { src: "icon-192.png", sizes: "192x192", type: "image/png" },
          { src: "icon-512.png", sizes: "512x512", type: "image/png", purpose: "any" },
          { src: "icon-maskable-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
        ],
      },
    }),
  ],
  build: {
    target: "es2022",
    sourcemap: false,
    manifest: "parts.json",
    // The first script lists every part by its name: 42 bits of a hash tell versions apart as well as 48.
    rollupOptions: {
      output: {
        chunkFileNames: "assets/[name]-[hash:7].js",
        assetFileNames: "assets/[name]-[hash:7][extname]",
      },
    },
  },
  server: { proxy: { "/api": "http://127.0.0.1:8420" } },
});
