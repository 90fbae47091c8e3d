import { useEffect, useRef, useState } from 'react';
import SignaturePad from 'signature_pad';
import styled from 'styled-components';
import { Plain } from '../../ui/buttons';
import { useDraft } from '../../ui/draft';
import { Field } from '../../ui/Field';
import { Label, Quiet, Row, Stack } from '../../ui/layout';
import { clock } from '../../ui/words';
import { TakeBack } from '../TakeBack';
import type { Call } from '../useCall';

const HIGH = 0.3;
const Pad = styled.canvas`width: 100%; aspect-ratio: 1 / ${HIGH}; background: #fff; border: 1px solid var(--edge); touch-action: none; display: block;`;
const Ink = styled.svg`width: 100%; max-width: 420px; background: #fff; border: 1px solid var(--line); display: block; polyline { fill: none; stroke: #111; stroke-width: 5; stroke-linecap: round; stroke-linejoin: round; }`;

/** The customer's name under what they take home. */
export function Signature({ call }: { call: Call }) {
  const { signature, closed } = call.state;
  if (closed && !signature) return null;
  return (
    <Stack role="group" aria-label="Signature" $gap={6}>
      <Label>Signature</Label>
      {signature ? (
        <>
          <Ink viewBox={`0 0 1000 ${1000 * HIGH}`} role="img" aria-label={`Signature of ${signature.name}`}>
            {signature.strokes.map((stroke) => (
              <polyline key={stroke.join()} points={stroke.join(' ')} />
            ))}
          </Ink>
          <Row>
            <span>
              {signature.name}, {clock(signature.at)}
            </span>
            {!closed && <TakeBack call={call} entry={signature.entry} of="the signature" />}
          </Row>
        </>
      ) : (
        <SignHere call={call} />
      )}
    </Stack>
  );
}

function SignHere({ call }: { call: Call }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad>(null);
  // Usually whoever owns the door: another name is typed over it.
  const [name, setName] = useDraft('signs', call.call.customer);
  const [isEmpty, setEmpty] = useState(true);
  const asked = call.waiting.some(({ body }) => body.kind === 'signed');
  useEffect(() => {
    const at = canvas.current;
    if (!at) return;
    at.width = at.clientWidth;
    at.height = at.clientHeight;
    const made = new SignaturePad(at);
    const drawn = () => setEmpty(made.isEmpty());
    made.addEventListener('endStroke', drawn);
    pad.current = made;
    return () => made.off();
  }, []);
  const sign = () => {
    const wide = canvas.current?.width ?? 1;
    const place = (one: number) => Math.min(1000, Math.max(0, Math.round((one / wide) * 1000)));
    const strokes = (pad.current?.toData() ?? []).map(({ points }) =>
      points.flatMap(({ x, y }) => [place(x), place(y)]),
    );
    call.enter({ kind: 'signed', name: name.trim(), strokes });
  };
  return (
    <>
      <Pad ref={canvas} role="img" aria-label="Sign here" />
      <Field label="Name of who signs" value={name} onChange={setName} maxLength={120} />
      <Row style={{ justifyContent: 'start' }}>
        <Plain isDisabled={isEmpty || !name.trim() || asked} onPress={sign}>
          Signed
        </Plain>
        <Plain
          isDisabled={isEmpty}
          onPress={() => {
            pad.current?.clear();
            setEmpty(true);
          }}
        >
          Wipe it
        </Plain>
      </Row>
      <Quiet>For what stands on this page. Whatever is done to the door afterwards needs a new signature.</Quiet>
    </>
  );
}
