'use client';
/** Where orders come from, what may be sent to customers there, and how pictures travel. */
import { useMemo, useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import { SENDER_KIND_LABELS, SENDER_KINDS } from '@/core/mail';
import type { Failure, Result } from '@/core/result';
import { Check } from '../parts/Check';
import { Field, Segments } from '../parts/fields';
import { Page, PanelTitle, Trouble } from '../parts/Page';
import { UseLine } from '../parts/UseLine';
import { useKeptChanges } from '../parts/useKeptChanges';
import { answered, problemAt } from '../parts/result';
import { SendingTabs } from './SendingTabs';
import type { ChannelView, PictureWay } from '@/contract/sending';
import type { Uses } from '@/contract/terms';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/sending';
import { say as common } from '@/words/common';

export interface ChannelsProps {
  base: string;
  channels: ChannelView[];
  uses: Uses;
  pictures: PictureWay;
  mayEdit: boolean;
  onSave: (input: unknown) => Promise<Result<ChannelView[]>>;
}

const MAIL = inEachLanguage(
  () =>
    [
      { value: 'yes', label: say.writtenTo },
      { value: 'no', label: say.notWrittenTo },
    ] as const,
);

const PICTURES = inEachLanguage(
  () =>
    [
      { value: 'linked', label: say.loadedWhenOpened },
      { value: 'inline', label: say.embedded },
    ] as const,
);

const PICTURE_WORDS: Record<PictureWay, string> = inEachLanguage(() => ({
  linked: say.theMessageStaysSmallPictures,
  inline: 'Pictures are seen at once and without any address of ours, but every message grows by their size.',
}));

export function ChannelsScreen({ base, channels, uses, pictures, mayEdit, onSave }: ChannelsProps) {
  const [list, setList] = useState(channels);
  const [way, setWay] = useState(pictures);
  const value = useMemo(() => ({ list, way }), [list, way]);
  const [saved, setSaved] = useState(() => JSON.stringify(value));
  useKeptChanges({
    key: `${base}/sending/channels`,
    revision: saved,
    value,
    dirty: JSON.stringify(value) !== saved,
    enabled: mayEdit,
    onBack: (back) => {
      setList(back.list);
      setWay(back.way);
    },
  });
  const [failure, setFailure] = useState<Failure>();
  const save = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    const result = await answered(onSave({ pictures: way, channels: list.map(({ name: _n, ...channel }) => channel) }));
    setFailure(result.ok ? undefined : result.error);
    if (!result.ok) return;
    setList(result.value);
    setSaved(JSON.stringify({ list: result.value, way }));
    toast.success(say.savedItCountsForWhat);
  };
  return (
    <Page title={say.sending} note={say.whatEachChannelAllows} actions={<SendingTabs base={base} />}>
      <form onSubmit={(e) => void save(e)} className="lg:h-full lg:overflow-auto px-5 py-4" noValidate>
        {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
        <fieldset disabled={!mayEdit} className="grid max-w-5xl sm:grid-cols-3 gap-4">
          {list.map((channel, i) => {
            const change = (part: Partial<ChannelView>): void =>
              setList(list.map((c) => (c.id === channel.id ? { ...c, ...part } : c)));
            return (
              <section
                key={channel.id}
                aria-label={channel.name}
                className="flex flex-col gap-3 border border-rule bg-sheet p-4"
              >
                <h2 className="font-serif text-lg font-semibold">{channel.name}</h2>
                <Segments
                  label={say.customersOfNameAre({ name: channel.name })}
                  value={channel.customerMail ? 'yes' : 'no'}
                  choices={MAIL}
                  onChange={(value) => change({ customerMail: value === 'yes' })}
                />
                {channel.customerMail ? (
                  <>
                    <Field
                      label={say.domainOfMaskedAddresses}
                      problem={problemAt(failure, `/channels/${i}/maskedDomain`)}
                      hint={say.someMarketplacesGiveAnAddress}
                    >
                      {(ids) => (
                        <input
                          {...ids}
                          className="input"
                          spellCheck={false}
                          value={channel.maskedDomain}
                          onChange={(e) => change({ maskedDomain: e.target.value })}
                        />
                      )}
                    </Field>
                    {channel.maskedDomain !== '' && (
                      <fieldset className="flex flex-col gap-2.5">
                        <legend className="mb-1 text-sm text-slate">{say.whatMayGoThereNone}</legend>
                        {SENDER_KINDS.filter((k) => k !== 'staff').map((kind) => (
                          <Check
                            key={kind}
                            label={SENDER_KIND_LABELS[kind]}
                            on={channel.maskedKinds.includes(kind)}
                            onChange={(on) =>
                              change({
                                maskedKinds: on
                                  ? [...channel.maskedKinds, kind]
                                  : channel.maskedKinds.filter((k) => k !== kind),
                              })
                            }
                          />
                        ))}
                      </fieldset>
                    )}
                  </>
                ) : (
                  <p className="text-sm text-slate">{say.nothingGoesToItsCustomers}</p>
                )}
                <UseLine page={{ ...uses, base }} kind="channel" name={channel.name} />
              </section>
            );
          })}
        </fieldset>
        <fieldset disabled={!mayEdit} className="mt-6 flex max-w-5xl flex-col gap-2">
          <PanelTitle>{say.picturesInMessages}</PanelTitle>
          <Segments label={say.picturesInMessagesAre} value={way} choices={PICTURES} onChange={setWay} />
          <p className="max-w-2xl text-sm text-slate">{PICTURE_WORDS[way]}</p>
        </fieldset>
        {mayEdit && (
          <button type="submit" className="btn btn-main mt-5">
            {common.save}
          </button>
        )}
      </form>
    </Page>
  );
}
