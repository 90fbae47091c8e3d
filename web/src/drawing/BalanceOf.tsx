import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../api/client';
import { type OnDoor, pairOn, stackOn } from '../api/onDoor';
import { balanceQuery } from '../api/queries';
import { Loading, Refused } from '../ui/states';
import { SideViewOf } from './SideViewOf';

type Props = {
  setup: Schemas['Setup'];
  hung: Schemas['AssemblyDocument'] | null;
  on?: OnDoor | null;
  label: string;
  railIn?: number | null;
};

/** A door from the side with its balance as set up; the door alone where that is not known. */
export function BalanceOf({ setup, hung, on, label, railIn }: Props) {
  if (!hung)
    return (
      <SideViewOf
        setup={setup}
        carrier={{ extension: pairOn(on), counterweight: stackOn(on) }}
        lines={[]}
        railIn={railIn}
      />
    );
  return <WithLine setup={setup} hung={hung} label={label} railIn={railIn} />;
}

function WithLine({ setup, hung, label, railIn }: Props & { hung: Schemas['AssemblyDocument'] }) {
  const positions = Array.from({ length: Math.floor(hung.door.height_in) + 1 }, (_, inch) => inch);
  const balance = useQuery(balanceQuery({ ...hung, positions_in: positions }));
  if (balance.isLoadingError) return <Refused wrong={balance.error} />;
  if (balance.isPending) return <Loading />;
  const forces = balance.data.net_hand_force_lb;
  return (
    <SideViewOf setup={setup} carrier={hung} lines={[{ label, positions, forces, kind: 'main' }]} railIn={railIn} />
  );
}
