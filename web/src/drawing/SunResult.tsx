import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { inWords } from '../ui/dates';
import { Items, Label, Quiet } from '../ui/layout';
import { SunClock } from './SunClock';

const Clocks = styled.div`display: grid; gap: 18px; grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));`;
const Verdict = styled.p`font: 600 28px/1.25 'Barlow Condensed', sans-serif;`;
export const SIDES = [
  { id: 'left', text: 'On the left' },
  { id: 'right', text: 'On the right' },
] as const;

const THERE = {
  yes: 'in this receiver.',
  could_be: 'as far as its lens may see.',
  no: 'not in this receiver.',
} as const;

type Props = { answer: Schemas['SunAnswer']; receiver: 'left' | 'right'; complaintAt: string };

/** The verdict, the year of both sides, and when a cure can be proved. */
export function SunResult({ answer, receiver, complaintAt }: Props) {
  const complaint = complaintAt ? new Date(complaintAt) : null;
  return (
    <>
      <Verdict role="status">{answer.sentence}</Verdict>
      <Clocks>
        {SIDES.map(({ id, text }) => (
          <SunClock
            key={id}
            title={`Receiver ${text.toLowerCase()}${id === receiver ? ', as it is' : ''}`}
            side={answer[id]}
            complaint={complaint && id === receiver ? { day: dayOf(complaint), hour: hourOf(complaint) } : null}
            today={dayOf(new Date())}
          />
        ))}
      </Clocks>
      {answer.at_complaint && (
        <p>
          At that hour the sun stood at {answer.at_complaint.azimuth_deg}° and {answer.at_complaint.elevation_deg}°
          high, {answer.at_complaint.off_axis_deg}° off the receiver’s axis: {THERE[answer.at_complaint.in_receiver]}
        </p>
      )}
      <p>{answer.lens.says}</p>
      {answer.prove_at.length > 0 && (
        <div>
          <Label>The cure can be proved</Label>
          <Items>
            {answer.prove_at.map((one) => (
              <li key={one.begins}>
                {inWords(one.begins.slice(0, 10))}, {one.begins.slice(11, 16)} to {one.ends.slice(11, 16)}
              </li>
            ))}
          </Items>
        </div>
      )}
      <Quiet>Clear days, every hour the sun is up. Defeating the eyes is no cure.</Quiet>
    </>
  );
}

function dayOf(moment: Date): number {
  return Math.floor((moment.getTime() - new Date(moment.getFullYear(), 0, 1).getTime()) / 86_400_000) + 1;
}

function hourOf(moment: Date): number {
  return moment.getHours() + moment.getMinutes() / 60;
}
