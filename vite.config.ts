import tailwind from '@tailwindcss/vite';
import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

export default defineConfig({
  root: 'src/web',
  publicDir: 'public',
  plugins: [
    vue(),
    tailwind(),
    // the shell works without the network from the second visit; what is cooked is kept by sync/, not by this
    VitePWA({
      strategies: 'generateSW',
      registerType: 'prompt', // a new version waits until no run is in hand
      injectRegister: null,
      manifest: {
        name: 'Bluebell',
        short_name: 'Bluebell',
        description: 'The run desk of a breakfast griddle.',
        display: 'standalone',
        start_url: '/runs',
        background_color: '#FBF7EE',
        theme_color: '#FBF7EE',
        icons: [{ src: '/favicon.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{html,js,css,svg,woff,woff2,webmanifest}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        cleanupOutdatedCaches: true,
        inlineWorkboxRuntime: true,
      },
    }),
  ],
  // parts of the libraries that are not used: components by options, the older interface of vue-i18n and its own components
  define: {
    __VUE_OPTIONS_API__: false,
    __VUE_I18N_FULL_INSTALL__: false,
    __VUE_I18N_LEGACY_API__: false,
    __INTLIFY_PROD_DEVTOOLS__: false,
  },
  // what workers share among themselves is told from what pages are sent
  worker: { format: 'es', rolldownOptions: { output: { chunkFileNames: 'assets/worker-[name]-[hash].js' } } },
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
