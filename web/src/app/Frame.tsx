import { CalendarDays, DoorClosed, Keyboard, Ruler, Store } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from 'react-aria-components';
import { NavLink, useNavigate } from 'react-router';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { KeyList, useKeys } from '../ui/keys';
import { PageErrorBoundary } from './PageErrorBoundary';
import { rememberedTheme, wearTheme } from './theme';
import { WaitingBar } from './WaitingBar';

const Shell = styled.div`
  display: grid; grid-template-columns: 72px minmax(0, 1fr); min-height: 100vh;
  @media (max-width: 700px) { grid-template-columns: minmax(0, 1fr); grid-template-rows: 1fr auto; }
`;
const Rail = styled.nav`
  position: sticky; top: 0; height: 100vh; border-right: 1px solid var(--line); display: flex; flex-direction: column; gap: 4px; padding-top: 12px;
  a {
    min-height: 64px; display: grid; place-content: center; justify-items: center; gap: 3px; text-decoration: none; color: var(--ink);
    font: 500 16px 'Barlow Condensed', sans-serif; border-right: 4px solid transparent;
  }
  a.active { border-right-color: var(--action); color: var(--action); }
  svg { stroke-width: 1.4; }
  @media (max-width: 700px) {
    position: sticky; top: auto; bottom: 0; height: auto; order: 2; flex-direction: row; background: var(--ground); border: 0; border-top: 1px solid var(--line); padding: 0; z-index: 4;
    a { flex: 1; min-height: 52px; border: 0; border-top: 3px solid transparent; } a.active { border-top-color: var(--action); }
  }
`;
/** Where there is a keyboard: what it does. */
const Keys = styled(
  Button,
)`background: none; border: 0; min-height: 64px; display: grid; place-content: center; justify-items: center; gap: 3px; color: var(--quiet); cursor: pointer;
  font: 500 16px 'Barlow Condensed', sans-serif; margin-top: auto; @media (max-width: 700px) { display: none; }`;
const Body = styled.div`min-width: 0;`;

export function Frame({ session, children }: { session: Schemas['SessionOut']; children: ReactNode }) {
  const navigate = useNavigate();
  const help = useKeys({
    '/': () => navigate('/doors', { state: { focusSearch: Date.now() } }),
    n: () => navigate('/doors', { state: { focusSearch: Date.now() } }),
    t: () => wearTheme(rememberedTheme() === 'light' ? 'garage' : 'light'),
  });
  return (
    <Shell>
      <Rail aria-label={`Main, ${session.shop?.name ?? ''}`}>
        <NavLink to="/" end>
          <CalendarDays size={24} aria-hidden /> Today
        </NavLink>
        <NavLink to="/doors">
          <DoorClosed size={24} aria-hidden /> Doors
        </NavLink>
        <NavLink to="/bench">
          <Ruler size={24} aria-hidden /> Bench
        </NavLink>
        <NavLink to="/shop">
          <Store size={24} aria-hidden /> Shop
        </NavLink>
        <Keys onPress={help.show}>
          <Keyboard size={24} aria-hidden /> Keys
        </Keys>
      </Rail>
      <Body>
        <WaitingBar />
        <PageErrorBoundary>{children}</PageErrorBoundary>
      </Body>
      <KeyList open={help.open} close={help.close} />
    </Shell>
  );
}
