import react from '@vitejs/plugin-react';
import { defineConfig, type HtmlTagDescriptor, type Plugin } from 'vite';

/** What the first page needs besides its scripts is asked for with them, not once they have been read. */
const early: Plugin = {
  name: 'early',
  transformIndexHtml: {
    order: 'post',
    handler(_html, { bundle }) {
      const asked = (href: string, as: string): HtmlTagDescriptor => ({
        tag: 'link',
        attrs: { rel: 'preload', as, href, crossorigin: '' },
        injectTo: 'head',
      });
      const fonts = Object.keys(bundle ?? {}).filter((name) => name.endsWith('.woff2'));
      return [asked('/api/session', 'fetch'), ...fonts.map((name) => asked(`/static/${name}`, 'font'))];
    },
  },
};

/** Named by one module for all: what of them a page uses, only the build can tell. */
const CONTROLS = /node_modules\/(@?react-aria|@?react-stately|@internationalized)/;
type Modules = { getModuleInfo: (id: string) => { isEntry: boolean; importers: readonly string[] } | null };
/** What every page begins with is one file: whatever is reached from the entry without anything being loaded later. */
function frameOf(id: string, modules: Modules, seen = new Set<string>()): string | null {
  const found = modules.getModuleInfo(id);
  if (!found || seen.has(id)) return null;
  seen.add(id);
  return found.isEntry || found.importers.some((by) => frameOf(by, modules, seen)) ? 'frame' : null;
}

export default defineConfig({
  plugins: [react(), early],
  base: '/static/',
  html: { cspNonce: '{{ request.csp_nonce }}' },
  build: {
    target: 'es2022',
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 700,
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: frameOf, test: (id) => !CONTROLS.test(id), priority: 2 },
            { name: 'frame', test: CONTROLS, minShareCount: 20, priority: 2 },
            // What many pages share comes in one piece too, rather than in thirty.
            { name: 'shared', test: /node_modules|src\/ui/, minShareCount: 4 },
            // What Today and a door's file say of a booking.
            { name: 'shared', test: /src\/bookings\/(standing|TextToSend)/ },
            { name: 'drawing', test: /src\/drawing/, minShareCount: 2 },
          ],
        },
      },
    },
  },
});
