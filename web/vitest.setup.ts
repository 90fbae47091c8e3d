import { cleanup } from '@testing-library/react';
import { afterEach } from 'vitest';

class StillObserver {
  observe() {}
  unobserve() {}
  disconnect() {}
}
globalThis.ResizeObserver = StillObserver as unknown as typeof ResizeObserver;
afterEach(cleanup);
