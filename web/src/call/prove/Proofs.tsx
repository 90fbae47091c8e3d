import { useRef } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { Plain } from '../../ui/buttons';
import { useInPlace } from '../../ui/inPlace';
import { Label, Stack } from '../../ui/layout';
import { clock } from '../../ui/words';
import { TakeBack } from '../TakeBack';
import type { Call } from '../useCall';

const Proof = styled.div`scroll-margin: 90px 0 180px; background: var(--sheet); border: 1px solid var(--line); padding: 10px 14px; display: grid; gap: 6px;
  h3 { display: flex; justify-content: space-between; gap: 10px; } .passed { color: var(--holds); } .void, .failed { color: var(--stop); } .open { color: var(--quiet); }
  p { font-size: 16px; } div { display: flex; gap: 8px; flex-wrap: wrap; }`;

/** Every proof. Once the door may run, what was asked above goes, and the proof that is read stays where it is. */
export function Proofs({ call, isLifting }: { call: Call; isLifting: boolean }) {
  const list = useRef<HTMLDivElement>(null);
  // While readings are taken it is their buttons, further up, that must not move.
  useInPlace(list, !isLifting);
  return (
    <Stack ref={list} $gap={8} role="group" aria-label="Proofs">
      <Label>Proofs</Label>
      {call.state.proofs.map((proof) => (
        <ProofRow key={proof.id} proof={proof} call={call} />
      ))}
    </Stack>
  );
}

/** One proof: it keeps its words and its height whatever is said of it, so that nothing moves under the next finger. */
function ProofRow({ proof, call }: { proof: Schemas['ProofState']; call: Call }) {
  const row = useRef<HTMLDivElement>(null);
  const underWay = call.waiting.some(({ body }) => body.kind === 'proof' && body.proof === proof.id);
  const made = (passed: boolean) => {
    call.enter({ kind: 'proof', proof: proof.id, passed, note: '' });
    // The button pressed is off from now on: the keyboard keeps its place in the list.
    row.current?.focus({ preventScroll: true });
  };
  const { standing, entry } = proof;
  const tried = standing === 'passed' || standing === 'failed';
  return (
    <Proof ref={row} id={`proof-${proof.id}`} tabIndex={-1} role="group" aria-label={proof.title}>
      <h3>
        {proof.title}
        {proof.required ? '' : ' (advised)'}
        <span className={standing}>
          {proof.says} {standing === 'passed' && proof.at ? clock(proof.at) : ''}
        </span>
      </h3>
      {!(call.state.closed && standing === 'passed') && (
        <>
          <p>{proof.how}</p>
          <p>{proof.barred || `Passes when: ${proof.passes_when}`}</p>
        </>
      )}
      {!call.state.closed && (
        <div>
          <Plain
            isDisabled={underWay || standing === 'passed'}
            onPress={() => made(true)}
            aria-label={`${proof.title} passed`}
          >
            Passed
          </Plain>
          <Plain
            isDisabled={underWay || standing === 'failed'}
            onPress={() => made(false)}
            aria-label={`${proof.title} failed`}
          >
            Failed
          </Plain>
          {tried && <TakeBack call={call} entry={entry} of={`what was said of ${proof.title}`} />}
        </div>
      )}
    </Proof>
  );
}
