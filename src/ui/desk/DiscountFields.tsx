'use client';
/** Which code a message gives, and what becomes of the message when it is gone. */
import { promiseRef } from '@/core/codes';
import { moneyFormatter, percentFormatter } from '@/core/text/formatters';
import type { Block } from '@/core/template';
import type { DeskStore } from '@/contract/templates';
import { Field, Pick, Segments } from '../parts/fields';
import Link from '../parts/Link';
import { readerLocale } from '@/words/speak';
import { say } from '@/words/codes';
import { say as desk } from '@/words/desk';

type DiscountBlock = Extract<Block, { kind: 'discount' }>;

export function DiscountFields({
  block,
  store,
  onBlock,
}: {
  block: DiscountBlock;
  store: DeskStore;
  onBlock: (change: Partial<Block>) => void;
}) {
  const { codes, series } = store.codes;
  const takesOff = ({ kind, value }: { kind: 'percent' | 'amount'; value: number }): string =>
    kind === 'percent'
      ? percentFormatter(readerLocale())(value)
      : moneyFormatter(readerLocale(), store.currency)(value);
  const choices = [
    ...codes.map((c) => ({ value: promiseRef(c), label: c.code, note: takesOff(c) })),
    ...series.map((s) => ({
      value: promiseRef({ code: '', series: s.id }),
      label: s.name,
      note: `${takesOff(s)}, ${say.aCodeOfTheirOwn}`,
    })),
  ];
  const chosen = promiseRef(block);
  const choose = (ref: string): void => {
    const own = series.find((s) => promiseRef({ code: '', series: s.id }) === ref);
    onBlock(
      own
        ? { code: '', series: own.id }
        : { code: codes.find((c) => promiseRef(c) === ref)?.code ?? '', series: undefined },
    );
  };
  const whenGone = block.whenGone ?? 'leave-out';
  return (
    <>
      <Field
        label={say.codeOrSeries}
        hint={
          block.series === undefined ? (
            <Link className="link" href={`/s/${store.id}/store/codes`}>
              {say.seeDiscountCodes}
            </Link>
          ) : (
            say.sampleCode
          )
        }
      >
        {(ids) => (
          <Pick
            id={ids.id}
            value={chosen}
            choices={
              choices.some((c) => c.value === chosen)
                ? choices
                : [{ value: chosen, label: block.code || desk.noneChosenYet }, ...choices]
            }
            onChange={choose}
          />
        )}
      </Field>
      <div role="group" aria-label={say.whenGone}>
        <div className="mb-1 text-sm text-slate">{say.whenGone}</div>
        <Segments
          label={say.whenGone}
          value={whenGone}
          choices={[
            { value: 'leave-out', label: say.leaveOut },
            { value: 'stop', label: say.stopMessage },
          ]}
          onChange={(next) => onBlock({ whenGone: next === 'stop' ? 'stop' : undefined })}
        />
        <p className="mt-1 text-xs text-slate">{whenGone === 'stop' ? say.stopWords : say.leaveOutWords}</p>
      </div>
    </>
  );
}
