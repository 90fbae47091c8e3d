import { ALargeSmall, CalendarDays, DoorClosed, Keyboard, Ruler, Store, SunMoon } from 'lucide-react';
import { type ReactNode, useEffect, useRef } from 'react';
import { Button } from 'react-aria-components';
import { NavLink, useLocation, useNavigate } from 'react-router';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { useKeys } from '../ui/keys';
import { lazyPart } from '../ui/lazyPart';
import { PageErrorBoundary } from './PageErrorBoundary';
import { changeTextSize } from './textSize';
import { changeTheme } from './theme';
import { WaitingBar } from './WaitingBar';

const KeyList = lazyPart(() => import('./KeyList').then((part) => part.KeyList));

const Shell = styled.div`
  display: grid; grid-template-columns: 72px minmax(0, 1fr); min-height: 100vh;
  @media (max-width: 700px) { grid-template-columns: minmax(0, 1fr); grid-template-rows: 1fr auto; }
`;
const Rail = styled.nav`
  position: sticky; overflow-anchor: none; top: 0; height: 100vh; border-right: 1px solid var(--line); display: flex; flex-direction: column; gap: 4px; padding-top: 12px;
  a {
    min-height: 64px; display: grid; place-content: center; justify-items: center; gap: 3px; text-decoration: none; color: var(--ink);
    font: 600 16px 'Barlow Condensed', sans-serif; border-right: 4px solid transparent;
  }
  a.active { border-right-color: var(--action); color: var(--action); }
  svg { stroke-width: 1.4; }
  @media (max-width: 700px) {
    position: sticky; top: auto; bottom: 0; height: auto; order: 2; flex-direction: row; background: var(--ground); border: 0; border-top: 1px solid var(--line); padding: 0; z-index: 4;
    a { flex: 1; min-height: 52px; border: 0; border-top: 3px solid transparent; } a.active { border-top-color: var(--action); }
  }
`;
/** How the page looks, and what the keys do: at the foot of the rail, at the end of the bar on a phone. */
const Own = styled.div`margin-top: auto; display: grid; @media (max-width: 700px) { margin: 0; grid-auto-flow: column; }`;
const Aside = styled(
  Button,
)`background: none; border: 0; min-height: 64px; display: grid; place-content: center; justify-items: center; gap: 3px; color: var(--quiet); cursor: pointer;
  font: 600 16px 'Barlow Condensed', sans-serif; @media (max-width: 700px) { min-height: 52px; min-width: 44px; padding: 0 2px; }`;
/** The first stop of the keyboard: past the rail, to the page. */
const Skip = styled.a`position: absolute; left: 8px; top: -80px; z-index: 30; background: var(--sheet); padding: 12px 18px; &:focus { top: 8px; }`;
const Body = styled.div`min-width: 0; &:focus { outline: none; }`;

export function Frame({ session, children }: { session: Schemas['SessionOut']; children: ReactNode }) {
  const navigate = useNavigate();
  const page = useRef<HTMLDivElement>(null);
  const { pathname } = useLocation();
  // What had the focus went with the page before: the keyboard goes on from the top of this one, and its title is read.
  useEffect(() => {
    if (pathname && document.activeElement === document.body) page.current?.focus({ preventScroll: true });
  }, [pathname]);
  const help = useKeys({
    '/': () => navigate('/doors', { state: { focusSearch: Date.now() } }),
    n: () => navigate('/doors', { state: { focusSearch: Date.now() } }),
    t: changeTheme,
  });
  return (
    <Shell>
      <Skip href="#page">To the page</Skip>
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
        <Own>
          <Aside onPress={changeTheme}>
            <SunMoon size={24} aria-hidden /> Light
          </Aside>
          <Aside onPress={changeTextSize}>
            <ALargeSmall size={24} aria-hidden /> Text
          </Aside>
          <Aside onPress={help.show}>
            <Keyboard size={24} aria-hidden /> Keys
          </Aside>
        </Own>
      </Rail>
      <Body id="page" ref={page} tabIndex={-1}>
        <WaitingBar />
        <PageErrorBoundary>{children}</PageErrorBoundary>
      </Body>
      {help.open && <KeyList close={help.close} />}
    </Shell>
  );
}
