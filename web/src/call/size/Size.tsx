import { PlainLink } from '../../ui/buttons';
import { Caution, Quiet, Stack } from '../../ui/layout';
import type { StageProps } from '../stageProps';
import { PairPick } from './PairPick';
import { StackPick } from './StackPick';
import { TorsionPick } from './TorsionPick';

/** What do I put on this door? */
export function Size({ call, go }: StageProps) {
  const { state } = call;
  const { setup } = state;
  if (!setup || state.wrong_setup) {
    return (
      <Stack>
        <h2>Pick the springs</h2>
        {state.wrong_setup ? (
          <Caution>{state.wrong_setup}</Caution>
        ) : (
          <Quiet>The door is not measured yet: {state.missing.length} numbers are missing.</Quiet>
        )}
        <div>
          <PlainLink to={`/calls/${call.call.key}/measure`}>Measure the door</PlainLink>
        </div>
      </Stack>
    );
  }
  const carriedBy = state.measured.find((one) => one.field === 'counterbalance')?.value ?? 'torsion';
  const stage = { call, go };
  if (carriedBy === 'extension') return <PairPick {...stage} setup={setup} />;
  if (!setup.drum) return null;
  const { drum } = setup;
  if (carriedBy === 'counterweight') return <StackPick {...stage} setup={setup} drum={drum} />;
  return <TorsionPick {...stage} setup={setup} drum={drum} />;
}
