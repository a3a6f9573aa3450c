import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

export default defineConfig({
  resolve: { conditions: ['@kanzel/source', 'module', 'browser', 'development|production'] },
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 900 },
  plugins: [
    react(),
    tailwindcss(),
    // The page itself must open without a server: a run-up does not end because a van drove off.
    VitePWA({
      registerType: 'autoUpdate',
      manifest: {
        name: 'Kanzel',
        short_name: 'Kanzel',
        description: 'Plans, runs and records checks on aircraft.',
        theme_color: '#16283A',
        background_color: '#FBFAF6',
        display: 'standalone',
        icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,woff2,svg}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//, /^\/ws/],
      },
    }),
  ],
  server: {
    proxy: { '/api': 'http://localhost:4170', '/ws': { target: 'http://localhost:4170', ws: true } },
  },
});
