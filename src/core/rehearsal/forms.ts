/**
 * What of a version a message shows: which form of each sentence was chosen, and whether each block that stands on a condition is in it.
 * Worked out without making the message.
 */
import { conditionHolds } from '../conditions/condition';
import { placeholderType } from '../placeholders';
import type { Order } from '../order/schema';
import { aboutMoment, snapshotOf, type MessageSubject, type Snapshot } from '../snapshot';
import { segmentsOf, type Template } from '../template/schema';
import { ownWords, readDocument, type Piece } from '../text';
import { chooser } from '../text/choosing';
import { parseSource } from '../text/source';
import type { Values } from '../text/values';
import type { Expected } from './expected';

/** A part of a version that some messages have and others have not. */
export interface Part {
  /** The block, or `subject` and `preheader`. */
  place: string;
  /** Of words: the place of the form that was chosen. Of a block on a condition: whether it is in the message. */
  is: number | 'there' | 'left-out';
}

export const partKey = ({ place, is }: Part): string => `${place} ${is}`;

export type StoreOf = Pick<MessageSubject, 'store' | 'ownLanguage' | 'timeZone'>;

export interface FormsWith {
  store: StoreOf;
  localeOf: (language: string) => string;
  channelName: (id: string) => string | undefined;
  /** A published edition; undefined for one that is gone. */
  templateOf: (editionId: string) => Template | undefined;
}

interface Choice {
  place: string;
  forms: number;
  choose: (values: Values) => number;
}

interface Version {
  choices: Choice[];
  conditioned: Template['blocks'];
}

/** What messages show of their versions; what a version has is worked out once for each language. */
export class Forms {
  private readonly versions = new Map<string, Version | undefined>();
  private readonly snapshots = new WeakMap<Order, Map<string, Snapshot>>();

  constructor(private readonly using: FormsWith) {}

  private version(editionId: string, language: string): Version | undefined {
    const key = `${editionId} ${language}`;
    if (!this.versions.has(key)) {
      const template = this.using.templateOf(editionId);
      this.versions.set(key, template && versionOf(template, language, this.using.localeOf(language)));
    }
    return this.versions.get(key);
  }

  /** All parts of a version in a language that a message may show or not. */
  all(editionId: string, language: string): Part[] {
    const version = this.version(editionId, language);
    if (!version) return [];
    return [
      ...version.choices.flatMap(({ place, forms }) =>
        Array.from({ length: forms }, (_, form): Part => ({ place, is: form })),
      ),
      ...version.conditioned.flatMap(({ id }): Part[] => [
        { place: id, is: 'there' },
        { place: id, is: 'left-out' },
      ]),
    ];
  }

  /** What a form of words says, short enough for a list; empty for a block, and for a form that says nothing of its own. */
  words(editionId: string, language: string, { place, is }: Part): string {
    const source = this.using.templateOf(editionId)?.words[language]?.[place];
    const document = typeof is === 'number' && source !== undefined ? readDocument(source) : undefined;
    const form = document?.forms[Number(is)];
    if (!document || !form || ownWords(document, Number(is)) === '') return '';
    const text = form.paragraphs.map((p) => p.pieces.map(pieceWords).join('')).join(' ');
    return text.length > 120 ? `${text.slice(0, 117).trimEnd()}…` : text;
  }

  /** The parts that a message shows. */
  shown(message: Expected): Part[] {
    const { editionId, language } = message;
    const version = this.version(editionId, language);
    if (!version || (version.choices.length === 0 && version.conditioned.length === 0)) return [];
    const { values, facts } = this.snapshot(message);
    const hidden = new Set<string>();
    const parts: Part[] = [];
    for (const { id, when } of version.conditioned) {
      const there = conditionHolds(when!, facts, language);
      if (!there) hidden.add(id);
      parts.push({ place: id, is: there ? 'there' : 'left-out' });
    }
    for (const { place, choose } of version.choices) {
      // Nobody reads the words of a block that is left out.
      if (!hidden.has(place)) parts.push({ place, is: choose(values) });
    }
    return parts;
  }

  /** What a message can say; one order's messages of a moment, to readers of a kind, say the same. */
  private snapshot({ order, moment, language, details, turn, at, recipient, optional }: Expected): Snapshot {
    const { store, localeOf, channelName } = this.using;
    const customers = recipient.role === 'customer';
    const key = JSON.stringify([moment, language, turn, at, optional, customers]);
    const own = this.snapshots.get(order) ?? new Map<string, Snapshot>();
    this.snapshots.set(order, own);
    const before = own.get(key);
    if (before) return before;
    const channel = channelName(order.channel);
    const made = snapshotOf({
      order,
      ...store,
      locale: localeOf(language),
      now: at,
      ...aboutMoment(order, moment),
      details,
      turn,
      ...(channel !== undefined && { channelName: channel }),
      ...(optional && { unsubscribeUrl: 'https://rehearsal.invalid/u' }),
      ...(customers && { preferencesUrl: 'https://rehearsal.invalid/p' }),
    });
    own.set(key, made);
    return made;
  }
}

const pieceWords = (piece: Piece): string =>
  piece.type === 'text' ? piece.text : piece.type === 'chip' ? `{${piece.name}}` : ' ';

function versionOf(template: Template, language: string, locale: string): Version {
  const words = template.words[language] ?? {};
  const choices = segmentsOf(template).flatMap(({ id }): Choice[] => {
    const parsed = parseSource(words[id] ?? '');
    if (!parsed.ok || parsed.message.type !== 'select') return [];
    const { message } = parsed;
    return [
      {
        ...{ place: id, forms: message.variants.length },
        choose: chooser(message, { locale, typeOf: placeholderType }),
      },
    ];
  });
  return { choices, conditioned: template.blocks.filter((b) => b.when) };
}
