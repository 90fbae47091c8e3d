import { Button } from 'react-aria-components';
import { Link } from 'react-router';
import styled, { css } from 'styled-components';

const base = css`
  font: 600 19px 'Barlow Condensed', sans-serif; min-height: 48px; padding: 6px 18px; border-radius: 2px; cursor: pointer;
  display: inline-grid; place-items: center; text-decoration: none; text-align: center;
  &[data-disabled] { opacity: 0.55; cursor: default; }
`;
export const main = css`${base} background: var(--action); color: var(--on-action); border: 1px solid var(--action);`;
const plain = css`${base} background: var(--sheet); color: var(--ink); border: 1px solid var(--edge); &[data-hovered] { border-color: var(--action); }`;

export const Action = styled(Button)`${main}`;
export const Plain = styled(Button)`${plain}`;
export const ActionLink = styled(Link)`${main}`;
export const PlainLink = styled(Link)`${plain}`;
/** A link on a line of its own, as high as a finger. */
export const LineLink = styled(Link)`display: flex; align-items: center; min-height: 48px;`;
export const PlainAnchor = styled.a`${plain}`;

/** A large choice to touch: one of several, or on its own. */
export const toggle = css`
  ${plain} width: 100%; min-height: 56px; text-align: left; place-items: center start;
  &[data-selected], &[aria-pressed='true'] { border: 2px solid var(--action); box-shadow: inset 8px 0 0 var(--action); padding-left: 24px; }
`;
export const Choice = styled(Button)`${toggle}`;
/** A button that reads as a link in text. */
export const LinkButton = styled(
  Button,
)`font: inherit; background: none; border: 0; padding: 0; text-align: left; cursor: pointer; color: var(--action); text-decoration: underline; min-height: 48px; min-width: 48px;`;
