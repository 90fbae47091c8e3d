import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  base: '/static/',
  html: { cspNonce: '{{ request.csp_nonce }}' },
  build: { target: 'es2022', assetsInlineLimit: 0, chunkSizeWarningLimit: 700 },
});
