import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';

export default defineConfig({
  // Compressed once, when it is built, rather than at every request.
  plugins: [
    react(),
    compression({ algorithms: ['brotliCompress', 'gzip'], include: /\.(js|css|html|svg|json)$/ }),
  ],
  build: { outDir: 'dist', chunkSizeWarningLimit: 1200 },
  server: { port: 4601, proxy: { '/api': 'http://127.0.0.1:4600' } },
});
