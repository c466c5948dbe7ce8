import react from '@vitejs/plugin-react';
import { defineConfig, type HtmlTagDescriptor, type Plugin } from 'vite';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';

const api = `http://127.0.0.1:${process.env.KETTLE_PORT ?? '4173'}`;

/**
 * Most visits begin with the sift: the browser is told of its code in the page itself, so that it comes together with
 * the frame's code and not after that has run.
 */
const fetchAhead = (page: string): Plugin => ({
  name: 'fetch-ahead',
  transformIndexHtml: {
    order: 'post',
    handler: (html, { bundle = {} }) => {
      const wanted = new Set<string>();
      const take = (file: string): void => {
        const chunk = bundle[file];
        if (wanted.has(file) || chunk?.type !== 'chunk') return;
        wanted.add(file);
        chunk.imports.forEach(take);
      };
      for (const chunk of Object.values(bundle))
        if (chunk.type === 'chunk' && chunk.facadeModuleId?.endsWith(page)) take(chunk.fileName);
      return [...wanted]
        .filter((file) => !html.includes(file))
        .map((file): HtmlTagDescriptor => ({
          tag: 'link',
          attrs: { rel: 'modulepreload', crossorigin: true, href: `/${file}` },
          injectTo: 'head',
        }));
    },
  },
});

export default defineConfig({
  plugins: [
    react(),
    fetchAhead('/sift/sift-page.tsx'),
    // Compressed once, here, and not again for each visit.
    compression({ include: /\.(js|css|svg)$/, algorithms: [defineAlgorithm('brotliCompress')] }),
  ],
  build: { outDir: 'dist', emptyOutDir: true, sourcemap: false },
  // The server checks the Host it is asked under: the proxy asks under the server's own.
  server: { port: 5173, proxy: { '/api': { target: api, changeOrigin: true, headers: { origin: api } } } },
});
