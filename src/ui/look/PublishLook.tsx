'use client';
/** What publishing a look changes: in words, before and after on real messages, and which notifications wear it. */
import { useEffect, useState } from 'react';
import { lookChanges, type Look, type LookFinding } from '@/core/look';
import { PublishFrame } from '../bench/PublishFrame';
import { asking } from '../parts/asking';
import { Segments } from '../parts/fields';
import { PanelTitle } from '../parts/Page';
import { ChangedText } from '../bench/ChangedText';
import { ScaledSheet } from '../bench/ScaledSheet';
import type { LookMessage } from '@/contract/templates';
import { say } from '@/words/look';
import { say as common } from '@/words/common';

export function PublishLook({
  open,
  number,
  before,
  after,
  messages,
  touches,
  findings,
  busy,
  trouble,
  width,
  render,
  onRehearse,
  onClose,
  onPublish,
}: {
  open: boolean;
  number: number;
  before: Look;
  after: Look;
  messages: readonly LookMessage[];
  touches: readonly string[];
  findings: readonly LookFinding[];
  busy: boolean;
  trouble: string | undefined;
  width: number;
  render: (message: LookMessage, look: Look) => Promise<string | undefined>;
  /** Undefined for whoever may not. */
  onRehearse: (() => void) | undefined;
  onClose: () => void;
  onPublish: (note: string) => void;
}) {
  const [slug, setSlug] = useState(messages[0]?.slug ?? '');
  const [sheets, setSheets] = useState<{ before?: string | undefined; after?: string | undefined }>({});
  useEffect(() => {
    const message = messages.find((m) => m.slug === slug);
    if (!open || !message) return;
    return asking(
      () => Promise.all([render(message, before), render(message, after)]),
      ([b, a]) => setSheets({ before: b, after: a }),
    );
  }, [open, slug, before, after, messages, render]);
  const changes = lookChanges(before, after);
  const blockers = findings.filter((f) => f.severity === 'blocker');
  const label = say.publishLookNumber({ number });
  return (
    <PublishFrame
      {...{ open, label, busy, trouble, onClose, onPublish }}
      title={label}
      blockers={blockers.map((f) => ({
        key: f.place + f.message,
        words: (
          <>
            <b>{f.place}</b>: {f.message}
          </>
        ),
      }))}
      idle={changes.length === 0}
      aside={
        onRehearse &&
        blockers.length === 0 &&
        changes.length > 0 && (
          <button type="button" className="btn" disabled={busy} onClick={onRehearse}>
            {say.rehearseFirst}
          </button>
        )
      }
      changes={
        <>
          <PanelTitle>{say.nPartsChange({ n: changes.length })}</PanelTitle>
          <ul className="mt-1" data-testid="look-changes">
            {changes.map((c) => (
              <li key={c.label} className="border-b border-rule py-1.5">
                <span className="font-semibold">{c.label}</span>: {c.detail}
                {c.before !== undefined && <ChangedText before={c.before} after={c.after ?? ''} />}
              </li>
            ))}
          </ul>
          <p className="mt-4" data-testid="touches">
            {touches.length === 0
              ? say.noMessageIsLiveYet
              : say.nLiveMessagesWearIt({ n: touches.length, touches: touches.join('; ') })}
          </p>
        </>
      }
    >
      {(
        [
          [common.before, sheets.before],
          [common.after, sheets.after],
        ] as const
      ).map(([title, html], i) => (
        <div key={title} className="flex min-w-0 flex-col">
          <PanelTitle>{title}</PanelTitle>
          {i === 0 ? (
            <div className="my-1">
              <Segments
                label={common.message}
                value={slug}
                choices={messages.map((m) => ({ value: m.slug, label: m.name }))}
                onChange={setSlug}
              />
            </div>
          ) : (
            <div className="my-1 h-7.5" />
          )}
          <div className="h-[54vh] overflow-auto border border-rule">
            <ScaledSheet html={html} width={width} title={say.titlePublishing({ title })} />
          </div>
        </div>
      ))}
    </PublishFrame>
  );
}
