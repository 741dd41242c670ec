'use client';
/** What the version on the bench follows, and the steps about it: to follow, to give up what is its own, to stand alone again. */
import { useCallback, useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { toast } from 'sonner';
import {
  followed,
  followFrom,
  givenUp,
  ownMarked,
  ownParts,
  standAlone,
  type OwnPart,
  type Template,
} from '@/core/template';
import { readTemplateAddress } from '@/core/plan';
import { answered, valueOrToast } from '../parts/result';
import type { SaveState } from '../bench/useAutosave';
import type { DraftAction } from './draft';
import type { DeskProps } from './types';
import { say } from '@/words/follows';

/** A version that is followed. */
export interface Leading {
  slug: string;
  name: string;
  template: Template;
}

export interface FollowsInHand {
  /** The version that the draft follows. */
  leads: Leading | undefined;
  /** What of the draft is its own. */
  own: OwnPart[];
  /** Names of the versions that follow the one on the bench. */
  followers: string[];
  /** Versions that it could follow. */
  choices: { slug: string; name: string }[];
  /** What following a version would make of the draft; undefined when that cannot be read. */
  tryFollow: (slug: string) => Promise<{ next: Template; leads: Leading } | undefined>;
  follow: (tried: { next: Template; leads: Leading }) => void;
  giveUp: (part: OwnPart) => void;
  leave: () => void;
  /** The draft over what became meanwhile of the version that it follows. */
  over: (mine: Template) => Template;
  /** A version as its draft is now. */
  read: (slug: string) => Promise<Leading | undefined>;
  /** Holds a version as it was read. */
  learn: (leads: Leading) => void;
}

interface About {
  props: Pick<DeskProps, 'item' | 'versions' | 'onTemplateOf'>;
  template: Template;
  latest: () => Template;
  dispatch: (action: DraftAction) => void;
  /** Marks what is its own in each new draft; filled here. */
  marks: RefObject<((template: Template) => Template) | undefined>;
}

export function useFollows({ props, template, latest, dispatch, marks }: About): FollowsInHand {
  const { item, versions = [], onTemplateOf } = props;
  const { leads: first } = item;
  // Also those that were followed a step ago, since that step can be taken back.
  const [known, setKnown] = useState<Readonly<Record<string, Leading>>>(() =>
    first ? { [readTemplateAddress(first.slug).variant]: first } : {},
  );
  const newest = useRef(known);
  const learn = useCallback((leads: Leading): void => {
    newest.current = { ...newest.current, [readTemplateAddress(leads.slug).variant]: leads };
    setKnown(newest.current);
  }, []);
  useEffect(() => {
    marks.current = (next) => {
      const base = next.follows && newest.current[next.follows.version];
      return base ? ownMarked(next, base.template) : next;
    };
  }, [marks]);
  const leads = template.follows && known[template.follows.version];
  const own = useMemo(() => (leads ? ownParts(template, leads.template) : []), [template, leads]);
  const become = (next: Template): void => dispatch({ type: 'replace', template: next, whole: true });
  const over = useCallback((mine: Template): Template => {
    const base = mine.follows && newest.current[mine.follows.version];
    return base ? followed(mine, base.template) : mine;
  }, []);

  const read = useCallback(
    async (slug: string): Promise<Leading | undefined> => {
      const found = valueOrToast(await answered(onTemplateOf(slug)));
      const version = versions.find((v) => v.slug === slug);
      return found && { slug, name: version?.name ?? slug, template: found };
    },
    [onTemplateOf, versions],
  );
  return {
    leads,
    own,
    followers: versions.filter((v) => v.follows === item.slug).map((v) => v.name),
    choices: versions.filter((v) => v.slug !== item.slug && v.follows === undefined && !v.nothing),
    tryFollow: async (slug) => {
      const base = await read(slug);
      return base && { next: followFrom(latest(), base.template, readTemplateAddress(slug).variant), leads: base };
    },
    follow: (tried) => {
      learn(tried.leads);
      become(tried.next);
      toast(say.followsNow({ name: tried.leads.name }));
    },
    giveUp: (part) => {
      if (!leads) return;
      become(givenUp(latest(), leads.template, part));
    },
    leave: () => {
      become(standAlone(latest()));
      toast(say.standsAlone);
    },
    ...{ over, read, learn },
  };
}

/**
 * Brings what was changed in the version that is followed into the draft, where that is all that came between: then there is nothing to
 * decide. True while it is being looked at.
 */
export function useFollowedMeanwhile(
  follows: FollowsInHand,
  {
    state,
    latest,
    settle,
    dispatch,
  }: {
    state: SaveState<Template>;
    latest: () => Template;
    settle: (revision: number, theirs: Template) => void;
    dispatch: (action: DraftAction) => void;
  },
): boolean {
  const [decide, setDecide] = useState<SaveState<Template>>();
  const { leads, over, read, learn } = follows;
  const looking = useRef<SaveState<Template>>(undefined);
  useEffect(() => {
    if (state.kind !== 'conflict' || !leads || looking.current === state) return;
    looking.current = state;
    void (async () => {
      const base = await read(leads.slug);
      if (base) learn(base);
      if (!base || JSON.stringify(followed(state.was, base.template)) !== JSON.stringify(state.theirs))
        return setDecide(state);
      settle(state.theirRevision, state.theirs);
      dispatch({ type: 'replace', template: over(latest()), whole: true });
      toast(say.cameWithIt({ name: base.name }));
    })();
  }, [state, leads, over, read, learn, latest, settle, dispatch]);
  return state.kind === 'conflict' && leads !== undefined && decide !== state;
}
