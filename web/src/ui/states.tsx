import styled from 'styled-components';
import { Refusal } from '../api/client';
import { Plain } from './buttons';

const Box = styled.div`border-left: 4px solid var(--stop); background: var(--sheet); padding: 10px 14px; color: var(--ink); display: grid; gap: 6px; justify-items: start;
  b { color: var(--stop); }`;
const Bones = styled.div`padding: 28px; display: grid; gap: 14px; div { height: 22px; background: var(--line); opacity: 0.5; max-width: 520px; } div:first-child { height: 36px; max-width: 320px; }`;

export function Loading() {
  return (
    <Bones role="status" aria-label="Loading">
      <div />
      <div />
      <div />
    </Bones>
  );
}

/** What was refused, with the allowed range where there is one. */
export function Refused({ wrong }: { wrong: Error }) {
  const problem = wrong instanceof Refusal ? wrong.problem : null;
  return (
    <Box role="alert">
      <b>{problem ? problem.message : 'No connection to the server. What you typed is still here.'}</b>
      {problem?.allowed && !problem.message.includes(problem.allowed) && (
        <span>
          Allowed: {problem.allowed} {problem.unit}
        </span>
      )}
    </Box>
  );
}

/** What failed, and a way to try it again. */
function Failed({ what, retry }: { what: string; retry: () => void }) {
  return (
    <Box role="alert">
      <b>{what}</b>
      <span>Nothing already saved is lost.</span>
      <Plain onPress={retry}>Try again</Plain>
    </Box>
  );
}

/** What did not come: asked again it may, save where a rule refused it. */
export function Trouble({ wrong, retry }: { wrong: Error; retry: () => void }) {
  if (wrong instanceof Refusal && wrong.status === 422) return <Refused wrong={wrong} />;
  return <Failed what={wrong instanceof Refusal ? wrong.message : 'The server does not answer.'} retry={retry} />;
}

export function Broken({ retry }: { retry: () => void }) {
  return <Failed what="This page cannot be shown: something in it makes no sense." retry={retry} />;
}
