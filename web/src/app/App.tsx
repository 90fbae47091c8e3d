import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { actAs } from '../api/client';
import { sessionQuery } from '../api/queries';
import { Loading, Trouble } from '../ui/states';
import { speak } from '../ui/units';
import { FirstPassword } from './FirstPassword';
import { FirstRun } from './FirstRun';
import { Frame } from './Frame';
import { fetchAhead, later } from './later';
import { OutboxOf } from './outbox';
import { SignIn } from './SignIn';

const Today = later(() => import('../today/Today').then((page) => page.Today));
const FollowUps = later(() => import('../followups/FollowUps').then((page) => page.FollowUps));
const Doors = later(() => import('../doors/Doors').then((page) => page.Doors));
const DoorFile = later(() => import('../doors/DoorFile').then((page) => page.DoorFile));
const NewDoor = later(() => import('../doors/NewDoor').then((page) => page.NewDoor));
const Shop = later(() => import('../shop/Shop').then((page) => page.Shop));
const Van = later(() => import('../shop/Van').then((page) => page.Van));
const Knowledge = later(() => import('../shop/Knowledge').then((page) => page.Knowledge));
const Bench = later(() => import('../bench/Bench').then((page) => page.Bench));
const BenchPage = later(() => import('../bench/BenchPage').then((page) => page.BenchPage));
const Practice = later(() => import('../bench/Practice').then((page) => page.Practice));
const Sun = later(() => import('../bench/Sun').then((page) => page.Sun));
const CallPage = later(() => import('../call/CallPage').then((page) => page.CallPage));

export function App() {
  const queries = useQueryClient();
  const session = useQuery(sessionQuery);
  const who = session.data?.person?.username;
  useEffect(() => {
    if (who) void fetchAhead(queries);
  }, [who, queries]);
  if (session.isPending) return <Loading />;
  if (session.isError) return <Trouble wrong={session.error} retry={() => session.refetch()} />;
  const { person } = session.data;
  actAs(person?.username ?? '');
  speak(person?.units ?? 'trade');
  if (session.data.first_run) return <FirstRun />;
  if (!person) return <SignIn session={session.data} />;
  if (session.data.must_change_password) return <FirstPassword />;
  return (
    <OutboxOf key={person.username} person={person.username}>
      <Frame key={person.units} session={session.data}>
        <Routes>
          <Route path="/" element={<Today />} />
          <Route path="/follow-ups" element={<FollowUps />} />
          <Route path="/doors" element={<Doors />} />
          <Route path="/doors/new" element={<NewDoor />} />
          <Route path="/doors/:key" element={<DoorFile />} />
          <Route path="/calls/:key/:stage?" element={<CallPage />} />
          <Route path="/bench" element={<Bench />} />
          <Route path="/bench/sun" element={<Sun />} />
          <Route path="/bench/practice" element={<Practice />} />
          <Route path="/bench/:name" element={<BenchPage />} />
          <Route path="/shop" element={<Shop />} />
          <Route path="/shop/knowledge" element={<Knowledge />} />
          <Route path="/shop/van" element={<Van />} />
          <Route path="*" element={<Navigate to="/" replace />} />
        </Routes>
      </Frame>
    </OutboxOf>
  );
}
