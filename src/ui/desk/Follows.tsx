'use client';
/** What the version on the bench shares with another: said above the sheet, listed on request, and noted at each part. */
import { CornerDownRight } from 'lucide-react';
import { useEffect, useState } from 'react';
import { languageName } from '@/core/names';
import { ownParts, type OwnPart, type Template } from '@/core/template';
import { asking } from '../parts/asking';
import { Dialog } from '../parts/Dialog';
import { Field, Pick } from '../parts/fields';
import Link from '../parts/Link';
import { Empty } from '../parts/Page';
import type { FollowsInHand, Leading } from './useFollows';
import { inEachLanguage, listed } from '@/words/speak';
import { say } from '@/words/follows';
import { say as common } from '@/words/common';

const WHOLE: Record<'order' | 'attachments' | 'sentAs', string> = inEachLanguage(() => ({
  order: say.order,
  attachments: say.attachments,
  sentAs: say.sentAs,
}));

/** What a part is called, and what of it is its own. */
function partWords(part: OwnPart): { label: string; what: string } {
  switch (part.kind) {
    case 'words':
      return { label: part.label, what: say.wordsIn({ languages: listed(part.languages.map(languageName)) }) };
    case 'block':
      return { label: part.label, what: say.block };
    case 'only':
      return { label: part.label, what: say.only };
    case 'without':
      return { label: part.label, what: say.without };
    default:
      return { label: WHOLE[part.kind], what: say.ofItsOwn };
  }
}

const keyOf = (part: OwnPart): string =>
  `${part.kind} ${'id' in part ? part.id : 'segment' in part ? part.segment : ''}`;

/** Below the versions: what is followed, or by which it is followed. */
export function FollowsBar({ follows, name, editable }: { follows: FollowsInHand; name: string; editable: boolean }) {
  const { leads, own, followers } = follows;
  const [open, setOpen] = useState(false);
  if (!leads && followers.length === 0) return null;
  return (
    <div
      role="note"
      className="flex shrink-0 flex-wrap items-center gap-x-2 gap-y-1 border-b border-rule bg-panel px-5 py-1 text-xs text-slate"
    >
      <CornerDownRight size={13} aria-hidden className="shrink-0" />
      {leads ? (
        <>
          <span className="min-w-0 max-sm:flex-1">{say.follows({ name: leads.name })}</span>
          <button type="button" className="link min-h-6" onClick={() => setOpen(true)}>
            {say.nOwn({ n: own.length })}
          </button>
        </>
      ) : (
        <span className="min-w-0 max-sm:flex-1">{say.followedBy({ names: listed(followers) })}</span>
      )}
      {leads && open && (
        <Dialog
          open
          onClose={() => setOpen(false)}
          title={say.ownTitle({ name })}
          foot={
            <>
              {editable && (
                <button
                  type="button"
                  className="btn me-auto"
                  onClick={() => {
                    setOpen(false);
                    follows.leave();
                  }}
                >
                  {say.standAlone({ name: leads.name })}
                </button>
              )}
              <button type="button" className="btn" onClick={() => setOpen(false)}>
                {common.close}
              </button>
            </>
          }
        >
          <p className="text-sm text-slate">
            {own.length === 0 ? say.ownNone({ name: leads.name }) : say.ownNote({ name: leads.name })}
          </p>
          <PartList parts={own} leads={leads} onGiveUp={editable ? follows.giveUp : undefined} />
        </Dialog>
      )}
    </div>
  );
}

function PartList({
  parts,
  leads,
  onGiveUp,
}: {
  parts: readonly OwnPart[];
  leads: Leading;
  onGiveUp?: ((part: OwnPart) => void) | undefined;
}) {
  return (
    <ul className="mt-2" data-testid="own-parts">
      {parts.map((part) => {
        const { label, what } = partWords(part);
        return (
          <li key={keyOf(part)} className="flex items-baseline gap-2 border-b border-rule py-1.5 text-sm">
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{label}</span>: {what}
            </span>
            {onGiveUp && (
              <button
                type="button"
                className="link min-h-6 shrink-0"
                aria-label={`${label}: ${say.asInAgain({ name: leads.name })}`}
                onClick={() => onGiveUp(part)}
              >
                {say.asInAgain({ name: leads.name })}
              </button>
            )}
          </li>
        );
      })}
    </ul>
  );
}

/** At what is selected: whether it is shared or its own, and the way back or there. */
export function OwnNote({
  follows,
  base,
  query,
  id,
  language,
  editable,
}: {
  follows: FollowsInHand;
  base: string;
  /** What the sheet shows: the other version is opened with the same. */
  query: string;
  /** Of the block, or of the subject or preheader. */
  id: string;
  language: string;
  editable: boolean;
}) {
  const { leads, own } = follows;
  if (!leads) return null;
  const mine = own.flatMap((part): { part: OwnPart; words: string }[] => {
    if (part.kind === 'words' && part.segment === id && part.languages.includes(language))
      return [{ part: { ...part, languages: [language] }, words: say.ownHere({ language: languageName(language) }) }];
    if (part.kind === 'block' && part.id === id) return [{ part, words: say.ownBlock }];
    if (part.kind === 'only' && part.id === id) return [{ part, words: say.onlyHere }];
    return [];
  });
  const only = mine.some((m) => m.part.kind === 'only');
  return (
    <div role="note" className="mb-3 flex flex-col gap-1 border-s-2 border-petrol-tint ps-2 text-xs text-slate">
      {mine.length === 0 && (
        <p>
          {say.shared({ name: leads.name })}{' '}
          <Link className="link" href={`${base}/desk/${leads.slug}${query}`}>
            {say.changeThere({ name: leads.name })}
          </Link>
        </p>
      )}
      {mine.map(({ part, words }) => (
        <p key={part.kind}>
          {words}{' '}
          {editable && !only && (
            <button type="button" className="link min-h-6" onClick={() => follows.giveUp(part)}>
              {say.asInAgain({ name: leads.name })}
            </button>
          )}
        </p>
      ))}
    </div>
  );
}

/** Whether something of a block is its own in this language. */
export function isOwn(follows: FollowsInHand, id: string, language: string): boolean {
  return follows.own.some(
    (part) =>
      ('id' in part && part.id === id && part.kind !== 'without') ||
      (part.kind === 'words' && part.segment === id && part.languages.includes(language)),
  );
}

/** Which version to follow, and what stays its own then. */
export function FollowDialog({
  follows,
  name,
  template,
  onClose,
}: {
  follows: FollowsInHand;
  name: string;
  template: Template;
  onClose: () => void;
}) {
  const { choices, tryFollow } = follows;
  const [slug, setSlug] = useState(choices.at(-1)?.slug ?? '');
  const [tried, setTried] = useState<{ slug: string; next: Template; leads: Leading }>();
  useEffect(() => {
    if (slug === '') return;
    return asking(
      () => tryFollow(slug),
      (found) => {
        if (found) setTried({ slug, ...found });
      },
    );
    // The draft does not change while the dialog is open.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [slug]);
  const ready = tried?.slug === slug ? tried : undefined;
  const own = ready ? ownParts(ready.next, ready.leads.template) : [];
  const taken = ready ? Object.keys(ready.next.words).filter((l) => template.words[l] === undefined) : [];
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.followTitle({ name })}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {common.close}
          </button>
          <button
            type="button"
            className="btn btn-main"
            disabled={!ready}
            onClick={() => {
              if (!ready) return;
              follows.follow(ready);
              onClose();
            }}
          >
            {say.follow}
          </button>
        </>
      }
    >
      {choices.length === 0 ? (
        <Empty title={say.noneToFollow} />
      ) : (
        <div className="flex flex-col gap-3">
          <Field label={say.followWhich}>
            {(ids) => (
              <Pick
                id={ids.id}
                value={slug}
                choices={choices.map((c) => ({ value: c.slug, label: c.name }))}
                onChange={setSlug}
              />
            )}
          </Field>
          <p className="text-sm text-slate">{say.followNote}</p>
          {ready && (
            <>
              {taken.length > 0 && (
                <p className="text-sm">{say.takesOver({ languages: listed(taken.map(languageName)) })}</p>
              )}
              <p className="text-sm">{say.differs({ n: own.length })}</p>
              <PartList parts={own} leads={ready.leads} />
            </>
          )}
        </div>
      )}
    </Dialog>
  );
}
