import { constants } from 'node:zlib';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';
import { VitePWA } from 'vite-plugin-pwa';

/**
 * Which files the interface is sent in: a page of a hundred files waits for the hundred, and a sign-in for nothing that only
 * what is behind it needs. The first that fits counts.
 */
const FILES = [
  // What begins everything: in a shared file it would wait for the rest of that.
  { name: 'first', test: /preload-helper|src\/parts\/piece|src\/api\/early/ },
  // Fewer pages, and the sign-in would fetch what only pages need; more, and it is files again.
  { name: 'common', minShareCount: 34 },
  {
    name: 'door',
    test: new RegExp(
      '@mantine/(form|core/esm/components/(Input|InputBase|TextInput|PasswordInput|ActionIcon|UnstyledButton|Loader|Button)/)' +
        '|get-contrast|src/people/(Door|shared-here)|src/frame/(kept-day|current)|src/parts/states',
    ),
  },
  {
    name: 'frame',
    test: new RegExp(
      '@floating-ui|react-remove-scroll|components/(Menu|Popover|FocusTrap|ScrollArea|CloseButton|Overlay|Paper|Group)/' +
        '|@mantine/notifications|react-transition-group|dayjs/(dayjs|plugin/(utc|timezone))',
    ),
  },
  { name: 'icons', test: /@tabler/ },
];

export default defineConfig({
  // Compressed once, when it is built, rather than at every request.
  plugins: [
    react(),
    VitePWA({
      // A newer version waits until its tabs are closed: nobody’s page is loaded anew while something is being typed.
      registerType: 'prompt',
      // Registered by the page’s own script: nothing written into the page may run.
      injectRegister: false,
      manifest: {
        name: 'Keel Path',
        short_name: 'Keel Path',
        description: 'Brief, fly, debrief: primary flight training, measured',
        theme_color: '#11211e',
        background_color: '#e6ebe7',
        display: 'standalone',
        icons: [{ src: '/keel.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
      },
      workbox: {
        // The first visit is kept as well.
        clientsClaim: true,
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        maximumFileSizeToCacheInBytes: 4_000_000,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        runtimeCaching: [
          {
            // What a lesson is flown by. Everything else of the server needs the server.
            urlPattern: ({ url, request }) =>
              request.method === 'GET' &&
              /^\/api\/(me|today|airplanes|technique|live|lessons\/[0-9a-f-]{36}(\/kneeboard\.pdf)?)$/.test(
                url.pathname,
              ),
            handler: 'NetworkFirst',
            options: {
              cacheName: 'keel-day',
              networkTimeoutSeconds: 5,
              expiration: { maxEntries: 120, maxAgeSeconds: 3 * 24 * 3600 },
              cacheableResponse: { statuses: [200] },
            },
          },
        ],
      },
    }),
    compression({
      algorithms: [
        defineAlgorithm('brotliCompress', { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }),
        'gzip',
      ],
      include: /\.(js|css|html|svg|json)$/,
    }),
  ],
  build: {
    outDir: 'dist',
    chunkSizeWarningLimit: 1200,
    rolldownOptions: {
      output: {
        codeSplitting: { groups: FILES.map((file, i) => ({ ...file, priority: FILES.length - i })) },
      },
    },
  },
  server: { port: 4601, proxy: { '/api': 'http://127.0.0.1:4600' } },
});
