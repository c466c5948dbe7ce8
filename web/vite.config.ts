import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const api = `http://127.0.0.1:${process.env.KETTLE_PORT ?? '4173'}`;

export default defineConfig({
  plugins: [react()],
  build: { outDir: 'dist', emptyOutDir: true, sourcemap: false },
  // The server checks the Host it is asked under: the proxy asks under the server's own.
  server: { port: 5173, proxy: { '/api': { target: api, changeOrigin: true, headers: { origin: api } } } },
});
