import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { actAs } from '../api/client';
import { sessionQuery } from '../api/queries';
import { Loading, Trouble } from '../ui/states';
import { Frame } from './Frame';
import { OutboxOf } from './outbox';
import { SignIn } from './SignIn';

const Today = lazy(() => import('../today/Today').then((page) => ({ default: page.Today })));
const Doors = lazy(() => import('../doors/Doors').then((page) => ({ default: page.Doors })));
const DoorFile = lazy(() => import('../doors/DoorFile').then((page) => ({ default: page.DoorFile })));
const NewDoor = lazy(() => import('../doors/NewDoor').then((page) => ({ default: page.NewDoor })));
const Shop = lazy(() => import('../shop/Shop').then((page) => ({ default: page.Shop })));
const Bench = lazy(() => import('../bench/Bench').then((page) => ({ default: page.Bench })));
const BenchPage = lazy(() => import('../bench/BenchPage').then((page) => ({ default: page.BenchPage })));
const CallPage = lazy(() => import('../call/CallPage').then((page) => ({ default: page.CallPage })));

export function App() {
  const session = useQuery(sessionQuery);
  if (session.isPending) return <Loading />;
  if (session.isError) return <Trouble wrong={session.error} retry={() => session.refetch()} />;
  const { person } = session.data;
  actAs(person?.username ?? '');
  if (!person) return <SignIn session={session.data} />;
  return (
    <OutboxOf key={person.username} person={person.username}>
      <Frame session={session.data}>
        <Suspense fallback={<Loading />}>
          <Routes>
            <Route path="/" element={<Today />} />
            <Route path="/doors" element={<Doors />} />
            <Route path="/doors/new" element={<NewDoor />} />
            <Route path="/doors/:key" element={<DoorFile />} />
            <Route path="/calls/:key/:stage?" element={<CallPage />} />
            <Route path="/bench" element={<Bench />} />
            <Route path="/bench/:name" element={<BenchPage />} />
            <Route path="/shop" element={<Shop />} />
            <Route path="*" element={<Navigate to="/" replace />} />
          </Routes>
        </Suspense>
      </Frame>
    </OutboxOf>
  );
}
