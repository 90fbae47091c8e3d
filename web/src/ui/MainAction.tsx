import { createContext, type ReactNode, useContext, useRef } from 'react';
import { Button, type ButtonProps } from 'react-aria-components';
import styled from 'styled-components';
import { main } from './buttons';
import { useKey } from './keys';

/** Where the main action stands: a strip of its own along the floor, so that it covers nothing that is read. */
const Floor = styled.div`position: fixed; inset: auto 0 0 calc(72px / var(--text-size)); height: 92px; background: var(--ground); border-top: 2px solid var(--ink); z-index: 5; pointer-events: none;
  display: flex; justify-content: flex-end; align-items: center; gap: 12px; padding: 0 16px;
  > button { pointer-events: auto; min-height: 56px; }
  @media (max-width: 700px) { inset: auto 0 calc(56px / var(--text-size)) 0; height: 76px; padding: 0 8px; gap: 6px; > button:not(:last-child) { padding-inline: 8px; min-height: 64px; } }`;
/** What was done a moment ago can be undone from the floor of any screen; where nothing can be, it has no room there. */
export const FloorStart = createContext<ReactNode>(null);
const Why = styled.span`flex: 1; font-size: 16px; color: var(--quiet); @media (max-width: 1000px) { display: none; }`;
const Main = styled(Button)`
  ${main} min-width: 270px; min-height: 72px; font-size: 27px; pointer-events: auto;
  &[data-disabled] { opacity: 1; background: var(--line); border-color: var(--edge); color: var(--ink); }
  @media (max-width: 700px) { flex: 1; min-width: 0; min-height: 64px; padding: 2px 8px; font-size: 24px; line-height: 1.05; }
`;

type MainProps = ButtonProps & {
  /** What stands beside it, in reach of the same thumb. */
  beside?: ReactNode;
  /** Why it is asked, in a sentence, where there is room. */
  why?: string | undefined;
};

/** The one main action of a screen: bottom right, under the thumb. */
export function MainAction({ beside, why = '', ...props }: MainProps) {
  const button = useRef<HTMLButtonElement>(null);
  // The largest key does it, where nothing else has the focus and nothing lies over the page.
  useKey({ Enter: () => !props.isDisabled && !document.querySelector('[role=dialog]') && button.current?.click() });
  return (
    <Floor>
      {beside}
      {useContext(FloorStart)}
      <Why>{why}</Why>
      <Main ref={button} id="main-action" {...props} />
    </Floor>
  );
}
