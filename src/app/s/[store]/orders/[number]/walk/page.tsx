import type { Metadata } from 'next';
import { orNotFound, pageAccess } from '@/app/page-access';
import { arrivedFor, loadWalk } from '@/server/features/orders/walk';
import { may } from '@/contract/policy';
import { NotAllowed } from '@/ui/parts/NotAllowed';
import { WalkScreen } from '@/ui/orders/WalkScreen';
import { stepAction, windAction } from '../../actions';
import { say } from '@/words/pages';

interface Props {
  params: Promise<{ store: string; number: string }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: say.stepsOfOrderNumber({ number: decodeURIComponent((await params).number) }) };
}

export default async function Walk({ params }: Props) {
  const access = await pageAccess(params);
  const number = decodeURIComponent((await params).number);
  const store = access.store.id;
  if (!may(access.role, 'order.place')) {
    const back = { href: `/s/${store}/orders/${encodeURIComponent(number)}`, label: say.theOrder };
    return <NotAllowed title={say.stepsOfOrderNumber({ number })} action="order.place" back={back} />;
  }
  const walk = await orNotFound(loadWalk(access, number));
  return (
    <WalkScreen
      base={`/s/${store}`}
      zone={access.store.timeZone}
      {...walk}
      arrived={await arrivedFor(access, number)}
      onStep={stepAction.bind(null, store, number)}
      onWind={windAction.bind(null, store)}
    />
  );
}
