import { type ReactNode, useRef } from 'react';
import { LinkButton } from '../ui/buttons';
import { saveAs } from '../ui/saved';
import { standalone } from './standalone';

/** A drawing with a way to keep it as a file of its own. */
export function SavedDrawing({ name, children }: { name: string; children: ReactNode }) {
  const around = useRef<HTMLDivElement>(null);
  const save = () => {
    const drawing = around.current?.querySelector('svg');
    if (!drawing) return;
    saveAs(new Blob([standalone(drawing)], { type: 'image/svg+xml' }), `${name}.svg`);
  };
  return (
    <div>
      <div ref={around}>{children}</div>
      <LinkButton onPress={save}>Save the drawing (SVG)</LinkButton>
    </div>
  );
}
