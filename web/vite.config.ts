import { readFileSync } from 'node:fs';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const version = /^version = "(.+)"$/m.exec(readFileSync('../pyproject.toml', 'utf8'))?.[1];

export default defineConfig({
  plugins: [react()],
  base: '/static/',
  html: { cspNonce: '{{ request.csp_nonce }}' },
  define: { __VERSION__: JSON.stringify(version) },
  build: { target: 'es2022', assetsInlineLimit: 0, chunkSizeWarningLimit: 700 },
});
