import { Children, type ReactNode } from 'react';

/** The heading of a page, which is also what the browser and a screen reader call it; `also` is where within it one is. */
export function PageTitle({ children, also }: { children: ReactNode; also?: string }) {
  const text = Children.toArray(children).join('');
  return (
    <>
      <title>{`${also ? `${also}: ` : ''}${text} · North Hinge`}</title>
      <h1>{children}</h1>
    </>
  );
}
