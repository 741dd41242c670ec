'use client';
/** Any two editions side by side, rendered with the order on the sheet, and what differs in words. */
import { useEffect, useState } from 'react';
import { languageName } from '@/core/names';
import type { Result } from '@/core/result';
import { templateChanges, type Template, type TemplateChange } from '@/core/template';
import type { Rendered } from '@/workers/protocol';
import { Dialog } from '../../parts/Dialog';
import { Pick } from '../../parts/fields';
import { PanelTitle } from '../../parts/Page';
import { answered, valueOrToast } from '../../parts/result';
import { ChangeList } from '../ChangeList';
import { say } from '@/words/desk';
import { say as common } from '@/words/common';

export interface CompareProps {
  open: boolean;
  draft: Template;
  editions: readonly { number: number; publishedBy: string }[];
  language: string;
  orderNumber: string;
  onClose: () => void;
  onEdition: (number: number) => Promise<Result<Template>>;
  onTake: (template: Template, number: number) => void;
  render: (template: Template) => Promise<Rendered>;
}

interface Side {
  template: Template;
  html: string;
}

const DRAFT = 'draft';

export function Compare({
  open,
  draft,
  editions,
  language,
  orderNumber,
  onClose,
  onEdition,
  onTake,
  render,
}: CompareProps) {
  const [left, setLeft] = useState(String(editions[0]?.number ?? DRAFT));
  const [right, setRight] = useState(DRAFT);
  const [sides, setSides] = useState<{ left?: Side; right?: Side }>({});

  useEffect(() => {
    if (!open) return;
    let current = true;
    const load = async (which: string): Promise<Side | undefined> => {
      const template = which === DRAFT ? draft : valueOrToast(await answered(onEdition(Number(which))));
      return template && { template, html: (await render(template)).message?.html ?? '' };
    };
    void Promise.all([load(left), load(right)]).then(([a, b]) => {
      if (current) setSides({ ...(a && { left: a }), ...(b && { right: b }) });
    });
    return () => {
      current = false;
    };
  }, [open, left, right, draft, onEdition, render]);

  const changes: TemplateChange[] =
    sides.left && sides.right ? templateChanges(sides.left.template, sides.right.template) : [];
  const choices = [
    { value: DRAFT, label: say.theDraft },
    ...editions.map((e) => ({
      value: String(e.number),
      label: say.editionNumber({ number: e.number }),
      note: e.publishedBy,
    })),
  ];
  return (
    <Dialog
      open={open}
      onClose={onClose}
      wide
      title={say.compareEditions2}
      foot={
        <>
          {left !== DRAFT && sides.left && (
            <button
              type="button"
              className="btn me-auto"
              onClick={() => {
                onTake(sides.left!.template, Number(left));
                onClose();
              }}
            >
              {say.replaceDraftWithEditionLeft({ left })}
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
