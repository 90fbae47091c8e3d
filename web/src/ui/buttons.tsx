import { Button, type ButtonProps } from 'react-aria-components';
import { Link } from 'react-router';
import styled, { css } from 'styled-components';

const base = css`
  font: 600 19px 'Barlow Condensed', sans-serif; min-height: 48px; padding: 6px 18px; border-radius: 2px; cursor: pointer;
  display: inline-grid; place-items: center; text-decoration: none; text-align: center;
  &[data-disabled] { opacity: 0.55; cursor: default; }
`;
const main = css`${base} background: var(--action); color: var(--on-action); border: 1px solid var(--action);`;
const plain = css`${base} background: var(--sheet); color: var(--ink); border: 1px solid var(--edge); &[data-hovered] { border-color: var(--action); }`;

export const Action = styled(Button)`${main}`;
export const Plain = styled(Button)`${plain}`;
export const ActionLink = styled(Link)`${main}`;
export const PlainLink = styled(Link)`${plain}`;
export const PlainAnchor = styled.a`${plain}`;

/** Where the main action stands: a strip of its own along the floor, so that it covers nothing that is read. */
const Floor = styled.div`position: fixed; inset: auto 0 0 72px; height: 92px; background: var(--ground); border-top: 2px solid var(--ink); z-index: 5; pointer-events: none;
  display: flex; justify-content: flex-end; align-items: center; padding: 0 16px;
  @media (max-width: 700px) { inset: auto 0 56px 0; height: 76px; padding: 0 12px; }`;
const Main = styled(Button)`
  ${main} min-width: 270px; min-height: 72px; font-size: 27px; pointer-events: auto;
  &[data-disabled] { opacity: 1; background: var(--line); border-color: var(--edge); color: var(--ink); }
  @media (max-width: 700px) { width: 100%; min-height: 64px; }
`;

/** The one main action of a screen: bottom right, under the thumb. */
export function MainAction(props: ButtonProps) {
  return (
    <Floor>
      <Main {...props} />
    </Floor>
  );
}

/** A large choice to touch: one of several, or on its own. */
export const toggle = css`
  ${plain} width: 100%; min-height: 56px; text-align: left; place-items: center start;
  &[data-selected], &[aria-pressed='true'] { border: 2px solid var(--action); box-shadow: inset 8px 0 0 var(--action); padding-left: 24px; }
`;
export const Choice = styled(Button)`${toggle}`;
/** A button that reads as a link in text. */
export const LinkButton = styled(
  Button,
)`font: inherit; background: none; border: 0; padding: 0; text-align: left; cursor: pointer; color: var(--action); text-decoration: underline; min-height: 48px;`;
