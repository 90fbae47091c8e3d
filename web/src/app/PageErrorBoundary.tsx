import type { ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { useLocation } from 'react-router';
import { Broken } from '../ui/states';

/** A page that cannot be drawn says so, and takes nothing else with it. */
export function PageErrorBoundary({ children }: { children: ReactNode }) {
  const { pathname } = useLocation();
  return (
    <ErrorBoundary
      resetKeys={[pathname]}
      fallbackRender={({ resetErrorBoundary }) => <Broken retry={resetErrorBoundary} />}
    >
      {children}
    </ErrorBoundary>
  );
}
