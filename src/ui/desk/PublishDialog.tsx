'use client';
/** What publishing will change: in words, and before and after on the chosen order. */
import { useEffect, useState } from 'react';
import type { Finding } from '@/core/preflight';
import { languageName } from '@/core/names';
import { templateChanges, type Template } from '@/core/template';
import type { Rendered } from '@/workers/protocol';
import { ScaledSheet } from '../bench/ScaledSheet';
import { PublishFrame } from '../bench/PublishFrame';
import { PanelTitle } from '../parts/Page';
import { ChangeList } from './ChangeList';
import { say } from '@/words/desk';
import { say as common } from '@/words/common';

export interface PublishProps {
  open: boolean;
  onClose: () => void;
  name: string;
  /** Of the edition; undefined for what has no numbered ones. */
  number: number | undefined;
  /** What publishing does, when it is not a notification. */
  about?: string | undefined;
  live: Template | undefined;
  draft: Template;
  findings: readonly Finding[];
  renderBefore: () => Promise<Rendered | undefined>;
  after: string | undefined;
  /** Of the message, in pixels. */
  width: number;
  orderNumber: string;
  language: string;
  trouble: string | undefined;
  busy: boolean;
  onPublish: () => void;
}

export function PublishDialog(props: PublishProps) {
  const {
    open,
    onClose,
    name,
    number,
    live,
    draft,
    findings,
    renderBefore,
    after,
    width,
    orderNumber,
    language,
    trouble,
    busy,
    onPublish,
  } = props;
  const [before, setBefore] = useState<string>();
  useEffect(() => {
    if (!open) return;
    let current = true;
    void renderBefore().then((r) => current && setBefore(r?.message?.html));
    return () => {
      current = false;
    };
  }, [open, renderBefore]);

  const changes = templateChanges(live, draft);
  const blockers = findings.filter((f) => f.severity === 'blocker');
  const label = number === undefined ? common.publish : say.publishEditionNumber({ number });
  return (
    <PublishFrame
      {...{ open, label, busy, trouble, onClose, onPublish }}
      title={say.labelOfName({ label, name })}
      blockers={blockers.map((f) => ({
        key: `${f.place} ${f.language ?? ''} ${f.message}`,
        words: (
          <>
            <b>
              {f.placeLabel}
              {f.language ? `, ${languageName(f.language)}` : ''}
            </b>
            : {f.message}
          </>
        ),
      }))}
      idle={changes.length === 0}
      changes={
        <>
          <PanelTitle>
            {changes.length === 0 ? say.nothingDiffersFromWhatIs : say.nChanges({ n: changes.length })}
          </PanelTitle>
          <ChangeList changes={changes} />
          <p className="mt-3 text-xs text-slate">{props.about ?? say.fromNowOnNewOrders}</p>
        </>
      }
    >
      {(
        [
          [common.before, before, live ? undefined : say.nothingWasLiveBefore],
          [common.after, after, undefined],
        ] as const
      ).map(([title, html, none]) => (
        <div key={title} className="flex min-w-0 flex-col">
          <PanelTitle aside={`${orderNumber}, ${languageName(language)}`}>{title}</PanelTitle>
          {none ? (
            <p className="mt-3 text-sm text-slate">{none}</p>
          ) : (
            <div
              tabIndex={0}
              role="group"
              aria-label={say.titlePublishing({ title })}
              className="mt-1 h-[50vh] overflow-auto border border-rule lg:h-[60vh]"
            >
              <ScaledSheet html={html} width={width} title={say.titlePublishing({ title })} still />
            </div>
          )}
        </div>
      ))}
    </PublishFrame>
  );
}
