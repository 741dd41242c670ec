'use client';
/** What publishing will change: in words, and before and after on the chosen order. */
import { useEffect, useState } from 'react';
import type { DeskStore, VersionOnDesk } from '@/contract/templates';
import type { Finding } from '@/core/preflight';
import { languageName } from '@/core/names';
import { isComplete, neededSegments, passagesComplete, templateChanges, type Template } from '@/core/template';
import type { Rendered } from '@/workers/protocol';
import { ScaledSheet } from '../bench/ScaledSheet';
import { PublishFrame } from '../bench/PublishFrame';
import { asking } from '../parts/asking';
import { PanelTitle } from '../parts/Page';
import { Check } from '../parts/Check';
import { ChangeList } from './ChangeList';
import { RehearsedFirst, useRehearsed } from './RehearsedFirst';
import type { DeskProps } from './types';
import { Mark } from '../parts/marks';
import { say } from '@/words/desk';
import { say as translating } from '@/words/languages';
import { listed } from '@/words/speak';
import { say as common } from '@/words/common';

export interface PublishProps {
  open: boolean;
  onClose: () => void;
  name: string;
  /** Of the store, with its own. */
  store: Pick<DeskStore, 'languages' | 'language' | 'fallbacks' | 'passages'>;
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
  /** The other versions are still being looked up. */
  waiting: boolean;
  /** As the Desk names it. */
  slug: string;
  base: string;
  rehearsed: DeskProps['rehearsed'];
  /** Other versions of the notification with changes that are not published. */
  versions: readonly VersionOnDesk[];
  /** Addresses of those that share with this one, which are published with it unless somebody leaves them out. */
  shares: readonly string[];
  /** With the other versions that are to be published as well. */
  onPublish: (also: VersionOnDesk[], note: string) => void;
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
    versions,
    onPublish,
  } = props;
  const [before, setBefore] = useState<string>();
  const [ticked, setTicked] = useState<readonly string[]>();
  const chosen = ticked ?? props.shares;
  const also = versions.filter((v) => chosen.includes(v.slug));
  useEffect(() => {
    if (!open) return;
    return asking(renderBefore, (r) => setBefore(r?.message?.html));
  }, [open, renderBefore]);

  const changes = templateChanges(live, draft);
  const rehearsed = useRehearsed(open && !props.waiting && changes.length > 0 ? props.rehearsed : undefined, [
    props.slug,
    ...also.map((v) => v.slug),
  ]);
  const blockers = findings.filter((f) => f.severity === 'blocker');
  const label = number === undefined ? common.publish : say.publishEditionNumber({ number });
  return (
    <PublishFrame
      {...{ open, busy, trouble, onClose }}
      waiting={props.waiting || (props.rehearsed !== undefined && rehearsed.state !== 'passed')}
      label={also.length > 0 ? say.publishVersions({ n: also.length + 1 }) : label}
      onPublish={(note) => onPublish(also, note)}
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
          {props.rehearsed && changes.length > 0 && (
            <RehearsedFirst rehearsed={rehearsed} base={props.base} stopped={blockers.length > 0} />
          )}
          <LanguagesOut draft={draft} live={live} {...props.store} />
          <OtherVersions versions={versions} chosen={chosen} onChoose={setTicked} />
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

/** In which languages it goes out, which wait until they are complete, and which are older than what changes. */
function LanguagesOut({
  draft,
  live,
  languages,
  language: source,
  fallbacks,
  passages,
}: Pick<PublishProps, 'draft' | 'live'> & PublishProps['store']) {
  const out = languages.filter(
    (l) => l === source || (isComplete(draft, l, source) && passagesComplete(draft.blocks, passages, l, source)),
  );
  /** Those that are not complete, by what their readers get. */
  const lacking = new Map<string, string[]>();
  for (const l of languages.filter((x) => !out.includes(x))) {
    const { then = [], partly = false } = fallbacks[l] ?? {};
    const gets = partly ? `partly ${then[0] ?? source}` : (then.find((next) => out.includes(next)) ?? source);
    lacking.set(gets, [...(lacking.get(gets) ?? []), l]);
  }
  const older = out.filter(
    (l) =>
      l !== source &&
      neededSegments(draft, source).some(({ id }) => {
        const [words, was] = [draft.words, live?.words];
        const changed = was && (words[source]?.[id] ?? '') !== (was[source]?.[id] ?? '');
        return changed && (words[l]?.[id] ?? '') === (was[l]?.[id] ?? '');
      }),
  );
  if (languages.length < 2) return null;
  const named = (of: readonly string[]): string => listed(of.map((l) => languageName(l)));
  return (
    <div className="mt-3 text-sm">
      <p>{translating.goesOutIn({ languages: named(out) })}</p>
      {[...lacking].map(([gets, of]) => (
        <p key={gets} className="text-slate">
          {gets.startsWith('partly ')
            ? translating.goesOutPartly({ languages: named(of), rest: languageName(gets.slice(7)) })
            : translating.notCompleteIn({ languages: named(of), source: languageName(gets) })}
        </p>
      ))}
      {older.length > 0 && (
        <p className="flex items-baseline gap-1.5">
          <Mark tone="waiting" size={11} /> {translating.olderIn({ languages: named(older) })}
        </p>
      )}
    </div>
  );
}

/** What else of the notification is not published yet, to be published with it. */
function OtherVersions({
  versions,
  chosen,
  onChoose,
}: {
  versions: readonly VersionOnDesk[];
  chosen: readonly string[];
  onChoose: (slugs: string[]) => void;
}) {
  if (versions.length === 0) return null;
  return (
    <fieldset className="mt-4">
      <legend className="font-serif text-sm text-slate italic">{say.otherVersions}</legend>
      <ul className="mt-1 flex flex-col gap-2">
        {versions.map((v) => (
          <li key={v.slug}>
            <Check
              label={v.name}
              on={chosen.includes(v.slug)}
              onChange={(on) => onChoose(on ? [...chosen, v.slug] : chosen.filter((s) => s !== v.slug))}
            />
            <p className={`ms-6 text-xs ${v.edition === undefined ? 'text-madder' : 'text-slate'}`}>
              {v.edition === undefined ? say.neverWentOutSoNothing : say.nChanges({ n: v.changes })}
            </p>
            {v.when && <p className="ms-6 text-xs text-slate">{say.versionWhen({ condition: v.when })}</p>}
          </li>
        ))}
      </ul>
    </fieldset>
  );
}
