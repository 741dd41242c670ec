import type { Metadata } from 'next';
import { orNotFound, pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadRehearsed } from '@/server/features/rehearsal/message';
import {
  changedSinceNewest,
  choiceOf,
  draftsToRehearse,
  listRehearsals,
  loadRehearsal,
  rehearsables,
} from '@/server/features/rehearsal/rehearsal';
import { postingPlaces } from '@/server/features/rehearsal/posting';
import { loadShared } from '@/server/features/viewings/links';
import { sendersOf, servicesOf } from '@/server/sending/service';
import { RehearsalScreen } from '@/ui/rehearsal/RehearsalScreen';
import { formOf, viewOf } from '@/ui/rehearsal/views';
import {
  askFaultsAction,
  askPicturesAction,
  askRehearsalAction,
  chooseRehearsalsAction,
  shareScreenshotsAction,
  stopFaultsAction,
  stopPicturesAction,
  stopRehearsalAction,
  takeSharedBackAction,
} from './actions';
import { askPostingAction, forecastPostingAction, stopPostingAction } from './posting-actions';
import { keepFoundAction } from './own-actions';
import { say } from '@/words/rehearsal';

export const generateMetadata = (): Metadata => ({ title: say.rehearsal });

export default async function Rehearsal({
  params,
  searchParams,
}: {
  params: Promise<{ store: string }>;
  searchParams: Promise<{ run?: string; view?: string; message?: string; form?: string; language?: string }>;
}) {
  const access = await pageAccess(params);
  const { store } = access;
  const { run, view, message, form, language } = await searchParams;
  const number = run !== undefined && /^\d{1,6}$/.test(run) ? Number(run) : undefined;
  const [runs, shown, opened, services, senders, drafts, changed, shared] = await Promise.all([
    listRehearsals(access),
    orNotFound(loadRehearsal(access, number)),
    message ? orNotFound(loadRehearsed(access, message.slice(0, 40))) : undefined,
    servicesOf(store.id),
    sendersOf(store.id),
    draftsToRehearse(access),
    changedSinceNewest(access),
    view === 'pictures' && may(access.role, 'rehearsal.run') ? loadShared(access) : [],
  ]);
  return (
    <RehearsalScreen
      base={`/s/${store.id}`}
      zone={store.timeZone}
      runs={runs}
      shown={shown}
      opened={opened}
      view={viewOf(view)}
      form={formOf(form)}
      language={language?.slice(0, 20) ?? ''}
      hasService={services.length > 0}
      hasSender={senders.length > 0}
      mayRun={may(access.role, 'rehearsal.run')}
      mayEdit={may(access.role, 'template.edit')}
      drafts={drafts}
      changed={changed}
      rehearsables={may(access.role, 'rehearsal.run') ? await rehearsables(access) : []}
      onAsk={askRehearsalAction.bind(null, store.id)}
      choice={choiceOf(access)}
      mayRequire={may(access.role, 'settings.edit')}
      onChoose={chooseRehearsalsAction.bind(null, store.id)}
      onPictures={askPicturesAction.bind(null, store.id)}
      onFaults={askFaultsAction.bind(null, store.id)}
      onStopFaults={stopFaultsAction.bind(null, store.id)}
      onStopPictures={stopPicturesAction.bind(null, store.id)}
      posting={{
        places: await postingPlaces(access),
        onForecast: forecastPostingAction.bind(null, store.id),
        onPost: askPostingAction.bind(null, store.id),
        onStop: stopPostingAction.bind(null, store.id),
      }}
      onKeep={keepFoundAction.bind(null, store.id)}
      sharing={{
        links: shared,
        onShare: shareScreenshotsAction.bind(null, store.id),
        onTakeBack: takeSharedBackAction.bind(null, store.id),
      }}
      onStop={stopRehearsalAction.bind(null, store.id)}
    />
  );
}
