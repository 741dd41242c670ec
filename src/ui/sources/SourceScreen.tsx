'use client';
/** A shop's webhook: where each value of an order stands in what it sends, what came, and how it proves itself. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import type { ChangeSource, SaveMapping, SourcePage, TakenAgain, Tried } from '@/contract/sources';
import type { Mapping } from '@/core/mapping';
import type { Result } from '@/core/result';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { Segments } from '../parts/fields';
import { Page } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { Switch } from '../parts/Switch';
import { placeLabel } from './labels';
import { goodWords, MappingView } from './MappingView';
import { RequestsTable, takeAgain } from './RequestsTable';
import { SourceSettings } from './SourceSettings';
import { useMapping } from './useMapping';
import { say } from '@/words/sources';
import { say as common } from '@/words/common';
import { inEachLanguage, listed } from '@/words/speak';

export interface SourceProps extends SourcePage {
  base: string;
  zone: string;
  mayEdit: boolean;
  onSave: (input: Omit<SaveMapping, 'id'>) => Promise<Result<{ revision: number }>>;
  onPublish: (revision: number) => Promise<Result<{ edition: number }>>;
  onTry: (mapping: Mapping) => Promise<Result<Tried[]>>;
  onRead: (request: string) => Promise<Result<{ body: string }>>;
  onTakeAgain: (requests?: string[]) => Promise<Result<TakenAgain>>;
  onSwitch: (on: boolean) => Promise<Result<null>>;
  onStartFrom: (number: number) => Promise<Result<null>>;
  onChangeSource: (input: Omit<ChangeSource, 'id'>) => Promise<Result<null>>;
  onRemove: () => Promise<Result<null>>;
}

type View = 'mapping' | 'requests' | 'settings';
const VIEWS: { value: View; label: string }[] = inEachLanguage(() => [
  { value: 'mapping', label: say.mapping },
  { value: 'requests', label: say.requests },
  { value: 'settings', label: say.settings },
]);

export function SourceScreen(props: SourceProps) {
  const { id, name, base, on, edition, mayEdit, requests, waiting } = props;
  const router = useRouter();
  const [view, setView] = useState<View>('mapping');
  const [asked, setAsked] = useState<'publish' | 'on'>();
  const work = useMapping(props);
  const { mapping, dirty, busy } = work;
  // A currency that the shop does not say is the store's.
  const unfilled = props.targets
    .filter((t) => t.required && t.to !== '/order/currency' && !mapping.fields.some((f) => f.to === t.to))
    .map((t) => placeLabel(t.to));

  const publish = async (): Promise<void> => {
    setAsked(undefined);
    const number = await work.publish();
    if (number === undefined) return;
    toast.success(say.published({ n: number }));
    router.refresh();
  };
  const turn = async (next: boolean): Promise<void> => {
    setAsked(undefined);
    if (valueOrToast(await answered(props.onSwitch(next))) === undefined) return;
    toast.success(next ? say.isOnNow({ name }) : say.isOffNow({ name }));
    router.refresh();
  };
  return (
    <Page
      back={{ href: `${base}/store/sources`, label: say.backToSources }}
      title={name}
      note={
        <span className="flex flex-wrap items-center gap-3">
          <Segments label={name} value={view} choices={VIEWS} onChange={setView} />
          <span className="flex items-center gap-2">
            <Switch
              on={on}
              label={say.switchLabel}
              disabled={!mayEdit || edition === 0}
              onChange={() => (on ? void turn(false) : setAsked('on'))}
            />
            {on ? say.isOn({ edition }) : say.isOff}
          </span>
        </span>
      }
      actions={
        mayEdit &&
        view === 'mapping' && (
          <>
            <button type="button" className="btn btn-quiet" disabled={!work.canUndo} onClick={work.undo}>
              {say.undoLast}
            </button>
            {dirty && (
              <button type="button" className="btn btn-quiet" onClick={work.discard}>
                {say.discard}
              </button>
            )}
            <button type="button" className="btn" disabled={!dirty || busy} onClick={() => void work.save()}>
              {busy ? common.saving : say.save}
            </button>
            <button
              type="button"
              className="btn btn-main"
              disabled={busy || (!dirty && !props.changed)}
              onClick={() => setAsked('publish')}
            >
              {say.publish}
            </button>
          </>
        )
      }
    >
      {view === 'mapping' && <MappingView {...props} work={work} />}
      {view === 'requests' && (
        <div className="lg:h-full lg:overflow-auto">
          <div className="flex items-center gap-3 px-5 py-3 text-sm">
            {requests.length === 0 && <p>{say.noRequests}</p>}
            {mayEdit && waiting > 0 && (
              <button type="button" className="btn" disabled={!on} onClick={() => void takeAgain(props.onTakeAgain())}>
                {say.takeNAgain({ n: waiting })}
              </button>
            )}
            {mayEdit && waiting > 0 && !on && <p className="text-slate">{say.switchOnFirst}</p>}
          </div>
          <RequestsTable {...props} mayTake={on} />
        </div>
      )}
      {view === 'settings' && <SourceSettings {...props} key={id} />}
      {asked === 'publish' && (
        <Dialog
          open
          onClose={() => setAsked(undefined)}
          title={say.publishTitle({ n: (props.editions[0]?.number ?? 0) + 1 })}
          foot={
            <DialogFoot
              label={say.publishIt}
              busy={busy}
              onDo={() => void publish()}
              onClose={() => setAsked(undefined)}
            />
          }
        >
          <div className="flex flex-col gap-2 text-sm">
            <p>{on ? say.publishNote : say.publishOff}</p>
            {work.tried && work.tried.length > 0 && !work.failure && <p>{goodWords(work.tried)}</p>}
            {unfilled.length > 0 && <p className="font-semibold">{say.unfilled({ places: listed(unfilled) })}</p>}
          </div>
        </Dialog>
      )}
      {asked === 'on' && (
        <Dialog
          open
          onClose={() => setAsked(undefined)}
          title={say.turnOnTitle({ name })}
          foot={
            <DialogFoot
              label={say.switchOn}
              busy={false}
              onDo={() => void turn(true)}
              onClose={() => setAsked(undefined)}
            />
          }
        >
          <div className="flex flex-col gap-2 text-sm">
            <p>{say.turnOnNote}</p>
            {waiting > 0 && <p>{say.turnOnWaiting({ n: waiting })}</p>}
          </div>
        </Dialog>
      )}
    </Page>
  );
}
