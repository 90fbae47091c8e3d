import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { defineConfig } from 'vite';

/** Built into a page that is built already: what opens it where there is no connection, knowing every file of it. */
export default defineConfig(() => {
  const page = process.env.NORTH_HINGE_PAGE ?? 'dist';
  // A file with its hash in its name never changes; every browser this is for reads the smaller fonts.
  const files = readdirSync(page, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(js|css|woff2|svg|png|webmanifest)$/.test(name) && name !== 'worker.js')
    .sort()
    .map((name) => ({
      url: `/static/${name}`,
      revision: name.startsWith('assets/')
        ? null
        : createHash('sha256')
            .update(readFileSync(`${page}/${name}`))
            .digest('hex'),
    }));
  return {
    define: { FILES: JSON.stringify(files), 'process.env.NODE_ENV': '"production"' },
    publicDir: false,
    build: {
      target: 'es2022',
      outDir: page,
      emptyOutDir: false,
      lib: { entry: 'worker/worker.ts', formats: ['iife'], name: 'worker', fileName: () => 'worker.js' },
    },
  };
});
