import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { Plain, toggle } from '../ui/buttons';
import { daysAfter, inShort, spell, today } from '../ui/dates';

const Strip = styled.div`display: grid; grid-template-columns: auto minmax(0, 1fr) auto; gap: 8px; align-items: stretch;
  > button { padding-inline: 14px; min-width: 48px; font-size: 24px; }
  @media (max-width: 700px) { grid-template: 'days days' auto 'before after' auto / 1fr 1fr; > :nth-child(2) { grid-area: days; gap: 3px; } }`;
const Days = styled(ToggleButtonGroup)`display: grid; grid-template-columns: repeat(7, minmax(0, 1fr)); gap: 6px;`;
const Day = styled(
  ToggleButton,
)`${toggle} && { place-items: center; padding: 6px 2px; text-align: center; border-width: 1px; box-shadow: none; }
  &&[data-selected] { border: 2px solid var(--action); box-shadow: inset 0 6px 0 var(--action); }
  &.today > span { text-decoration: underline; text-underline-offset: 4px; }
  small { font: 600 15px Barlow, sans-serif; color: var(--quiet); }
  @media (max-width: 700px) { font-size: 16px; small { font-size: 15px; } .long { display: none; } }`;

type Props = { days: Schemas['DayOut'][]; day: string; show: (day: string) => void };

/** A week at a glance: how many calls each day has, and how long they take. */
export function Week({ days, day, show }: Props) {
  return (
    <Strip>
      <Plain aria-label="The week before" onPress={() => show(daysAfter(day, -7))}>
        ‹
      </Plain>
      <Days
        aria-label="Day"
        selectionMode="single"
        disallowEmptySelection
        selectedKeys={[day]}
        onSelectionChange={(keys) => {
          const [picked] = [...keys];
          if (picked !== undefined) show(String(picked));
        }}
      >
        {days.map((one) => (
          <Day key={one.day} id={one.day} className={one.day === today() ? 'today' : ''}>
            <span>{inShort(one.day)}</span>
            <small>
              {one.calls ? (
                <>
                  {one.calls}
                  <span className="long"> {one.calls === 1 ? 'call' : 'calls'}</span>
                  <span className="long"> · {spell(one.minutes)}</span>
                </>
              ) : (
                '–'
              )}
            </small>
          </Day>
        ))}
      </Days>
      <Plain aria-label="The week after" onPress={() => show(daysAfter(day, 7))}>
        ›
      </Plain>
    </Strip>
  );
}
