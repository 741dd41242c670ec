/** What differs between two templates, in words: for the publishing dialog and the history of editions. */
import { attachedWhen, attachmentName, type Attachment } from '../attach';
import { changedSetting } from '../changed-setting';
import { conditionWords } from '../conditions/sentence';
import { allBlocks, blockLabels, segmentsOf, type Block, type SentAs, type Template } from './schema';
import { inEachLanguage, inSentence } from '../../words/speak';
import { say } from '../../words/findings';
import { say as files } from '../../words/files';
import { say as sentAs } from '../../words/sentAs';

export interface TemplateChange {
  kind: 'words' | 'added' | 'removed' | 'moved' | 'settings';
  /** What changed, as people call it. */
  label: string;
  /** For words: the language, and the sources before and after. */
  language?: string;
  before?: string;
  after?: string;
  /** For settings: what is set otherwise, in words. */
  detail?: string;
}

/** Lists what turns one template into another; empty when they would make the same messages. */
export function templateChanges(before: Template | undefined, after: Template): TemplateChange[] {
  if (!before) return [{ kind: 'added', label: say.firstEdition }];
  const changes: TemplateChange[] = [];
  const beforeAll = allBlocks(before.blocks);
  const afterAll = allBlocks(after.blocks);
  const labelsBefore = blockLabels(before.blocks);
  const labelsAfter = blockLabels(after.blocks);
  const old = new Map(beforeAll.map((b) => [b.id, b]));
  const now = new Map(afterAll.map((b) => [b.id, b]));
  for (const block of beforeAll) {
    if (!now.has(block.id)) changes.push({ kind: 'removed', label: labelsBefore.get(block.id)! });
  }
  for (const block of afterAll) {
    const was = old.get(block.id);
    const label = labelsAfter.get(block.id)!;
    if (!was) changes.push({ kind: 'added', label });
    else {
      const detail = settingsWords(was, block);
      if (detail !== '') changes.push({ kind: 'settings', label, detail });
    }
  }
  const orderBefore = beforeAll.filter((b) => now.has(b.id)).map((b) => b.id);
  const orderAfter = afterAll.filter((b) => old.has(b.id)).map((b) => b.id);
  const moved = movedIds(orderBefore, orderAfter);
  for (const id of moved) changes.push({ kind: 'moved', label: labelsAfter.get(id)! });

  changes.push(...sentAsChanges(before.sentAs, after.sentAs));
  changes.push(...attachmentChanges(before.attachments ?? [], after.attachments ?? []));

  const places = segmentsOf(after);
  for (const language of new Set([...Object.keys(before.words), ...Object.keys(after.words)])) {
    for (const place of places) {
      const from = before.words[language]?.[place.id] ?? '';
      const to = after.words[language]?.[place.id] ?? '';
      if (from !== to) changes.push({ kind: 'words', label: place.label, language, before: from, after: to });
    }
  }
  return changes;
}

/** What goes with the message that did not before, no longer does, or does so for others. */
function attachmentChanges(before: readonly Attachment[], after: readonly Attachment[]): TemplateChange[] {
  const label = (a: Attachment): string => files.attachment({ name: attachmentName(a) });
  const was = new Map(before.map((a) => [a.id, a]));
  return [
    ...before
      .filter((a) => !after.some((b) => b.id === a.id))
      .map((a): TemplateChange => ({ kind: 'removed', label: label(a) })),
    ...after.flatMap((a): TemplateChange[] => {
      const old = was.get(a.id);
      if (!old) return [{ kind: 'added', label: label(a) }];
      if (JSON.stringify(old) === JSON.stringify(a)) return [];
      return [{ kind: 'settings', label: label(a), detail: a.when ? attachedWhen(a.when) : files.goesAlways }];
    }),
  ];
}

/** What is set otherwise of how its messages are sent. */
function sentAsChanges(before: SentAs = {}, after: SentAs = {}): TemplateChange[] {
  const pairs: [string, unknown, unknown][] = [
    [
      sentAs.form,
      before.textOnly ? sentAs.textAlone : sentAs.htmlAndText,
      after.textOnly ? sentAs.textAlone : sentAs.htmlAndText,
    ],
    [sentAs.senderName, before.fromName, after.fromName],
    [sentAs.senderAddress, before.fromAddress, after.fromAddress],
    [sentAs.replyTo, before.replyTo, after.replyTo],
    [sentAs.cc, before.cc?.join(', '), after.cc?.join(', ')],
    [sentAs.bcc, before.bcc?.join(', '), after.bcc?.join(', ')],
  ];
  const detail = pairs
    .filter(([, was, is]) => was !== is)
    .map(([label, was, is]) => changedSetting(inSentence(label), was, is));
  return detail.length > 0 ? [{ kind: 'settings', label: sentAs.howItIsSent, detail: detail.join('; ') }] : [];
}

/** Names of settings as people call them; others are called by their key. */
const SETTING_WORDS: Record<string, string> = inEachLanguage(() => ({
  align: 'alignment',
  target: say.whereItLeads,
  picture: 'picture',
  show: say.whatItShows,
  prices: 'amounts',
  pictures: say.productPictures,
  split: 'widths',
  code: 'code',
  button: 'button',
  only: say.whichGoods,
  sum: say.onlyTheTotal,
  taxes: say.includedTax,
  names: say.productNames,
  line: say.lineBeside,
}));

/** What is set otherwise in a block, in words; empty when nothing is. What columns hold is compared block by block. */
function settingsWords(was: Block, is: Block): string {
  const words: string[] = [];
  const own = (block: Block): Record<string, unknown> => ({
    ...block,
    ...(block.kind === 'columns' && { columns: block.columns.length }),
  });
  const [a, b] = [own(was), own(is)];
  for (const key of new Set([...Object.keys(a), ...Object.keys(b)])) {
    if (JSON.stringify(a[key]) === JSON.stringify(b[key])) continue;
    if (key === 'when') {
      const shown = (when: Block['when']): string => (when ? conditionWords(when) : say.shownAlways);
      words.push(changedSetting(say.condition, shown(was.when), shown(is.when)));
    } else if (key === 'hidden') words.push(is.hidden ? say.nowHidden : say.noLongerHidden);
    else words.push(changedSetting(SETTING_WORDS[key] ?? key, a[key], b[key]));
  }
  return words.join('; ');
}

/** The fewest ids to move to turn one order into another: those outside a longest common subsequence. */
function movedIds(before: string[], after: string[]): string[] {
  const position = new Map(before.map((id, i) => [id, i]));
  const sequence = after.map((id) => position.get(id)!);
  const best: number[] = [];
  const previous: number[] = [];
  sequence.forEach((value, i) => {
    best[i] = 1;
    previous[i] = -1;
    for (let j = 0; j < i; j += 1) {
      if (sequence[j]! < value && best[j]! + 1 > best[i]!) {
        best[i] = best[j]! + 1;
        previous[i] = j;
      }
    }
  });
  let at = best.indexOf(Math.max(0, ...best));
  const stay = new Set<string>();
  while (at >= 0) {
    stay.add(after[at]!);
    at = previous[at] ?? -1;
  }
  return after.filter((id) => !stay.has(id));
}
