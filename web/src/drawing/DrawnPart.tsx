import type { ReactNode } from 'react';
import { useFocusRing, usePress } from 'react-aria';

export type Part = { id: string; name: string; says: string };
type Props = { part: Part; pressed: boolean; read: (part: Part) => void; children: ReactNode };

/** A part of a drawing that is read when it is touched, focused, or pressed with Enter or Space. */
export function DrawnPart({ part, pressed, read, children }: Props) {
  const { pressProps } = usePress({ onPress: () => read(part) });
  const { focusProps, isFocusVisible } = useFocusRing();
  return (
    <g
      {...pressProps}
      role="button"
      tabIndex={0}
      aria-label={`${part.name}: ${part.says}`}
      aria-pressed={pressed}
      data-focus-visible={isFocusVisible || undefined}
      {...focusProps}
      onFocus={(event) => {
        focusProps.onFocus?.(event);
        read(part);
      }}
    >
      {children}
    </g>
  );
}
