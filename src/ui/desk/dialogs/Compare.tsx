'use client';
/** Any two of: the draft, its editions, what ships, other versions and theirs; rendered with the order on the sheet, and what differs. */
import { useEffect, useState } from 'react';
import type { EditionNote, VersionOnDesk } from '@/contract/templates';
import { languageName } from '@/core/names';
import type { Result } from '@/core/result';
import { templateChanges, type Template, type TemplateChange } from '@/core/template';
import type { Rendered } from '@/workers/protocol';
import { asking } from '../../parts/asking';
import { Dialog } from '../../parts/Dialog';
import { Pick, type Choice } from '../../parts/fields';
import { PanelTitle } from '../../parts/Page';
import { answered, valueOrToast } from '../../parts/result';
import { readerLocale } from '@/words/speak';
import { ChangeList } from '../ChangeList';
import { say } from '@/words/desk';
import { say as common } from '@/words/common';

export interface CompareProps {
  open: boolean;
  slug: string;
  /** What the draft is compared with at first: an edition's number, or `shipped`. */
  first: string;
  draft: Template;
  editions: readonly EditionNote[];
  /** All versions of the notification, this one among them. */
  versions: readonly VersionOnDesk[];
  timeZone: string;
  mayTake: boolean;
  language: string;
  orderNumber: string;
  onClose: () => void;
  onEdition: (number: number) => Promise<Result<Template>>;
  onEditionOf: ((slug: string, number: number) => Promise<Result<Template>>) | undefined;
  onTemplateOf: (slug: string) => Promise<Result<Template>>;
  onShipped: (() => Promise<Result<Template>>) | undefined;
  onTake: (template: Template, name: string) => void;
  render: (template: Template) => Promise<Rendered>;
}

interface Side {
  template: Template;
  html: string;
}

const DRAFT = 'draft';
const SHIPPED = 'shipped';

/** Everything that can be compared: `draft`, `shipped`, `3`, `order-received~guests draft`, `order-received~guests 2`. */
function choicesOf({ slug, editions, versions, timeZone, onShipped }: CompareProps): Choice<string>[] {
  const when = new Intl.DateTimeFormat(readerLocale(), { day: 'numeric', month: 'short', timeZone });
  return [
    { value: DRAFT, label: say.theDraft },
    ...editions.map((e) => ({
      value: String(e.number),
      label: say.editionNumber({ number: e.number }),
      note: `${when.format(new Date(e.publishedAt))}, ${e.publishedBy}`,
    })),
    ...(onShipped ? [{ value: SHIPPED, label: say.whatShips }] : []),
    ...versions
      .filter((v) => v.slug !== slug && !v.nothing)
      .flatMap((v) => [
        { value: `${v.slug} ${DRAFT}`, label: say.draftOfVersion({ version: v.name }) },
        ...Array.from({ length: v.edition ?? 0 }, (_, i) => (v.edition ?? 0) - i).map((number) => ({
          value: `${v.slug} ${number}`,
          label: say.editionOfVersion({ version: v.name, number }),
        })),
      ]),
  ];
}

export function Compare(props: CompareProps) {
  const { open, slug, first, draft, language, orderNumber, onClose, onTake, render } = props;
  const { onEdition, onEditionOf, onTemplateOf, onShipped } = props;
  const [left, setLeft] = useState(first);
  const [right, setRight] = useState(DRAFT);
  const [sides, setSides] = useState<{ left?: Side; right?: Side }>({});

  useEffect(() => {
    if (!open) return;
    const templateOf = async (which: string): Promise<Template | undefined> => {
      if (which === DRAFT) return draft;
      if (which === SHIPPED) return onShipped && valueOrToast(await answered(onShipped()));
      const [other, what] = which.includes(' ') ? which.split(' ') : [undefined, which];
      if (!other) return valueOrToast(await answered(onEdition(Number(what))));
      if (what === DRAFT) return valueOrToast(await answered(onTemplateOf(other)));
      return onEditionOf && valueOrToast(await answered(onEditionOf(other, Number(what))));
    };
    const load = async (which: string): Promise<Side | undefined> => {
      const template = await templateOf(which);
      return template && { template, html: (await render(template)).message?.html ?? '' };
    };
    return asking(
      () => Promise.all([load(left), load(right)]),
      ([a, b]) => setSides({ ...(a && { left: a }), ...(b && { right: b }) }),
    );
  }, [open, left, right, slug, draft, onEdition, onEditionOf, onTemplateOf, onShipped, render]);

  const changes: TemplateChange[] =
    sides.left && sides.right ? templateChanges(sides.left.template, sides.right.template) : [];
  const choices = choicesOf(props);
  const nameOf = (value: string): string => choices.find((c) => c.value === value)?.label ?? value;
  return (
    <Dialog
      open={open}
      onClose={onClose}
      wide
      title={say.compareEditions2}
      foot={
        <>
          {props.mayTake && left !== DRAFT && sides.left && (
            <button
              type="button"
              className="btn me-auto"
              onClick={() => {
                onTake(sides.left!.template, nameOf(left));
                onClose();
              }}
            >
              {say.replaceDraftWith({ name: nameOf(left) })}
            </button>
          )}
          <button type="button" className="btn" onClick={onClose}>
            {common.close}
          </button>
        </>
      }
    >
      <div className="grid gap-5 lg:grid-cols-[17rem_1fr_1fr]">
        <div className="max-h-[62vh] overflow-auto text-sm">
          <PanelTitle>
            {changes.length === 0 ? say.theyMakeTheSameMessages : say.nChanges({ n: changes.length })}
          </PanelTitle>
          <ChangeList changes={changes} />
        </div>
        {(
          [
            [common.before, left, setLeft, sides.left],
            [common.after, right, setRight, sides.right],
          ] as const
        ).map(([title, value, set, side]) => (
          <div key={title} className="flex min-w-0 flex-col">
            <PanelTitle aside={`${orderNumber}, ${languageName(language)}`}>{title}</PanelTitle>
            <div className="my-1">
              <Pick label={title} value={value} choices={choices} onChange={set} className="w-full" />
            </div>
            <div className="h-[56vh] overflow-hidden border border-rule bg-sheet">
              <iframe
                sandbox=""
                title={title}
                srcDoc={side?.html ?? ''}
                className="h-[150%] w-[150%] origin-top-left scale-[0.6667]"
              />
            </div>
          </div>
        ))}
      </div>
    </Dialog>
  );
}
