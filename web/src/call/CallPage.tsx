import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { isPractice } from '../api/practiceQueries';
import { DeferredContent } from '../ui/DeferredContent';
import { forgetDrafts } from '../ui/draft';
import { useKey } from '../ui/keys';
import { BESIDE_GARAGE, Quiet, STAYS } from '../ui/layout';
import { lazyPart } from '../ui/lazyPart';
import { FloorStart } from '../ui/MainAction';
import { PageTitle } from '../ui/PageTitle';
import { Loading, Trouble } from '../ui/states';
import { clock } from '../ui/words';
import { NotSaved } from './NotSaved';
import { StageTrack } from './StageTrack';
import { neighbour, STAGES, stageAt } from './stages';
import { Undo, useUndo } from './Undo';
import { type Call, useCall } from './useCall';

const PAGES = {
  arrive: lazyPart(() => import('./arrive/Arrive').then((page) => page.Arrive)),
  find: lazyPart(() => import('./find/Find').then((page) => page.Find)),
  measure: lazyPart(() => import('./measure/Measure').then((page) => page.Measure)),
  size: lazyPart(() => import('./size/Size').then((page) => page.Size)),
  repair: lazyPart(() => import('./repair/Repair').then((page) => page.Repair)),
  prove: lazyPart(() => import('./prove/Prove').then((page) => page.Prove)),
  close: lazyPart(() => import('./close/Close').then((page) => page.Close)),
};

const Garage = lazyPart(() => import('./practice/Garage').then((part) => part.Garage));

const Layout = styled.div`
  display: grid; grid-template-columns: minmax(240px, 0.8fr) minmax(0, 1.6fr) 122px; grid-template-areas: 'head level level' 'stage stage drop'; grid-template-rows: auto 1fr; min-height: 100vh; isolation: isolate;
  @media (max-width: 700px) { grid-template-columns: minmax(0, 1fr); grid-template-areas: 'level' 'head' 'stage'; grid-template-rows: auto auto 1fr; min-height: calc(100vh - 56px); }
`;
/** A practice call has its garage beside the stage; on a phone it is gone into, and out of again. */
const WithGarage = styled.div`display: grid; gap: 20px; align-items: start;
  @media (max-width: 1000px) { &:has(> [data-open='true']) > :not(:first-child) { display: none; } > [data-open='false'] > .within { display: none; } }
  @media (min-width: 1001px) { grid-template-columns: minmax(300px, 360px) minmax(0, 1fr); > :first-child { ${STAYS} max-height: calc(100vh - 16px); overflow: auto; } }`;
const Head = styled.header`grid-area: head; padding: 12px 10px 6px 22px; h1 { font-size: 24px; } @media (max-width: 700px) { padding: 4px 14px; }`;
const Body = styled.main`grid-area: stage; padding: 8px 22px 120px; min-width: 0; zoom: var(--text-size); @media (max-width: 700px) { padding: 10px 14px 150px; }`;
const Banner = styled.div`background: var(--caution-ground); color: var(--caution); border-left: 4px solid var(--caution); padding: 8px 14px; font-weight: 600; margin-bottom: 12px;`;

export function CallPage() {
  const { key = '', stage: named } = useParams();
  const navigate = useNavigate();
  const { query, call: shown, enter, ...rest } = useCall(key);
  const undo = useUndo(key, enter);
  const stage = stageAt(named, shown?.state.stages ?? []);
  const go = (name: string) => navigate(`/calls/${key}/${name}`);
  useKey({
    ...Object.fromEntries(STAGES.map((one, place) => [`Alt+${place + 1}`, () => go(one.name)])),
    '[': () => go(neighbour(stage, -1)),
    ']': () => go(neighbour(stage, 1)),
  });
  // The file of the stage comes in with the call, not after it.
  const queries = useQueryClient();
  useEffect(() => {
    void PAGES[stageAt(named, [])].fetch(queries);
  }, [queries, named]);
  const isOver = shown?.state.closed ?? false;
  useEffect(() => {
    if (isOver) forgetDrafts(`/calls/${key}`);
  }, [isOver, key]);
  if (query.isPending) return <Loading />;
  if (query.isLoadingError) return <Trouble wrong={query.error} retry={() => query.refetch()} />;
  if (!shown) return <Loading />;
  // It was begun under another key meanwhile: this is that call.
  if (shown.key !== key) return <Navigate to={`/calls/${shown.key}/${stage}`} replace />;
  // Stand still once there: a stage that becomes done must not pull the page away under the hand.
  if (named !== stage) return <Navigate to={`/calls/${key}/${stage}`} replace />;
  const call: Call = { ...rest, enter: undo.enter, call: shown, state: shown.state };
  const Stage = PAGES[stage];
  return (
    <Layout>
      <Head>
        <PageTitle also={STAGES.find((one) => one.name === stage)?.title ?? stage}>{call.call.door_name}</PageTitle>
        <Quiet>
          {call.state.complaint_text ? `“${call.state.complaint_text}”` : call.call.place}
          {' · '}
          {call.state.closed ? 'closed' : `${call.state.safety} ${call.state.safety_at && clock(call.state.safety_at)}`}
        </Quiet>
      </Head>
      <StageTrack callKey={key} stages={call.state.stages} current={stage} />
      <Body>
        {call.state.stop && !call.state.closed && <Banner role="note">{call.state.stop}</Banner>}
        {call.state.claimed && <Banner role="note">{call.state.claimed}</Banner>}
        {call.state.unreadable.map((one) => (
          <Banner key={one.text} role="note">
            Cannot be read: {one.text}{' '}
            {one.field && !call.state.closed && <Link to={`/calls/${key}/measure`}>Measure it again</Link>}
          </Banner>
        ))}
        <NotSaved call={call} />
        <FloorStart value={<Undo call={call} {...undo} enter={enter} />}>
          <DeferredContent>
            {isPractice(key) ? (
              <WithGarage>
                <Garage call={call} stage={stage} />
                <div className={BESIDE_GARAGE}>
                  <Stage call={call} go={go} />
                </div>
              </WithGarage>
            ) : (
              <Stage call={call} go={go} />
            )}
          </DeferredContent>
        </FloorStart>
      </Body>
    </Layout>
  );
}
