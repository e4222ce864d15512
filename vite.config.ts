import tailwind from '@tailwindcss/vite';
import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';

export default defineConfig({
  root: 'src/web',
  publicDir: 'public',
  plugins: [vue(), tailwind()],
  worker: { format: 'es' },
  build: {
    outDir: '../../dist/web',
    emptyOutDir: true,
    target: 'es2022',
    assetsInlineLimit: 0, // fonts and pictures stay files: the content policy allows no data: fonts
    chunkSizeWarningLimit: 900,
  },
  server: {
    proxy: { '/api': { target: process.env['BLUEBELL_API'] ?? 'http://127.0.0.1:4748', changeOrigin: false } },
  },
});
