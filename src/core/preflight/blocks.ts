/** Findings on blocks: where they lead, what they show, on what condition, what they promise. */
import type { Condition } from '../conditions/condition';
import { codeProblem, type DiscountCode } from '../order/codes';
import { momentOf } from '../moments/registry';
import { isProvided, sourcesAt } from '../placeholders/provided';
import { placeholder } from '../placeholders';
import { allBlocks, blockLabels, blockSegments, type Block, type Link, type Template } from '../template/schema';
import { passageCycle, type Passages } from '../template/passages';
import { safeUrl } from '../text';
import type { Finding, Fix } from './finding';
import { segmentProblems } from './segments';

export interface BlocksContext {
  moment: string;
  sourceLanguage: string;
  codes: readonly DiscountCode[];
  passages: Passages;
  /** In milliseconds since the epoch. */
  now: number;
}

/** Bytes of a picture from which a phone on the road waits. */
const HEAVY = 300_000;

/** What is wrong with the blocks of a template at a moment. Hidden blocks are left out. */
export function blockFindings(template: Template, context: BlocksContext): Finding[] {
  const labels = blockLabels(template.blocks);
  return allBlocks(template.blocks).flatMap((block) => {
    if (block.hidden) return [];
    const at = { place: block.id, placeLabel: labels.get(block.id) ?? block.kind };
    return [...ownFindings(block, template, context), ...conditionFindings(block.when, context)].map((f) => ({
      ...at,
      ...f,
    }));
  });
}

type Found = Pick<Finding, 'severity' | 'message'> & { fix?: Fix; language?: string };

function ownFindings(block: Block, template: Template, context: BlocksContext): Found[] {
  switch (block.kind) {
    case 'button':
      return linkFindings(block.target, 'The button', context.moment, (target) => ({
        label: 'Make it https',
        kind: 'block',
        id: block.id,
        change: { target } as Partial<Block>,
      }));
    case 'image': {
      const found: Found[] = [];
      if (!block.picture) {
        found.push({
          severity: 'blocker',
          message: 'No picture is chosen yet.',
          fix: { label: 'Remove the block', kind: 'remove', id: block.id },
        });
      } else {
        if ('url' in block.picture) {
          found.push(
            safeUrl(block.picture.url)?.startsWith('https:')
              ? {
                  severity: 'warning',
                  message:
                    'The picture is fetched from elsewhere: its size is unknown, and it can disappear. Upload it instead.',
                }
              : { severity: 'blocker', message: 'The address of the picture does not begin with https://.' },
          );
        } else if (block.picture.bytes > HEAVY) {
          found.push({
            severity: 'warning',
            message: `The picture weighs ${Math.round(block.picture.bytes / 1000)} kB; below ${HEAVY / 1000} kB it shows soon on a phone.`,
          });
        }
        if ((template.words[context.sourceLanguage]?.[block.id] ?? '').trim() === '') {
          found.push({
            severity: 'blocker',
            message: 'There are no words for those who do not see the picture; many mail programs show none at first.',
          });
        }
      }
      if (block.target) {
        found.push(
          ...linkFindings(block.target, 'The picture', context.moment, (target) => ({
            label: 'Make it https',
            kind: 'block',
            id: block.id,
            change: { target } as Partial<Block>,
          })),
        );
      }
      return found;
    }
    case 'discount': {
      const problem = codeProblem(block.code, context.codes, context.now, true);
      return problem ? [problem] : [];
    }
    case 'parcel':
      return needs('shipment', 'There is no parcel', block, context);
    case 'refund':
      return needs('refund', 'There is no refund', block, context);
    case 'columns':
      return block.columns.every((c) => c.length === 0)
        ? [{ severity: 'warning', message: 'The columns are empty.' }]
        : [];
    case 'passage':
      return passageFindings(block.passage, context);
    default:
      return [];
  }
}

function needs(what: 'shipment' | 'refund', words: string, block: Block, { moment }: BlocksContext): Found[] {
  if (sourcesAt(moment).has(what)) return [];
  return [
    {
      severity: 'blocker',
      message: `${words} ${momentOf(moment)?.words ?? 'here'}, so this block never says anything.`,
      fix: { label: 'Remove the block', kind: 'remove', id: block.id },
    },
  ];
}

function linkFindings(target: Link, what: string, moment: string, secure: (target: Link) => Fix): Found[] {
  if ('variable' in target) {
    const known = placeholder(target.variable);
    if (known?.type === 'url' && isProvided(known, moment)) return [];
    return [
      {
        severity: 'blocker',
        message: `${what} leads to {$${target.variable}}, which is not an address known ${momentOf(moment)?.words ?? 'here'}.`,
      },
    ];
  }
  const safe = safeUrl(target.url);
  if (safe === undefined) {
    return [
      {
        severity: 'blocker',
        message: `${what} leads nowhere: give it a full address that begins with https://, or a placeholder that holds one.`,
      },
    ];
  }
  if (/^http:/i.test(safe)) {
    return [
      {
        severity: 'warning',
        message: `${what} leads to an address without https: browsers warn of it.`,
        fix: secure({ url: safe.replace(/^http:/i, 'https:') }),
      },
    ];
  }
  return [];
}

/** A test that can never hold at this moment makes a block that nobody ever sees. */
function conditionFindings(condition: Condition | undefined, { moment }: BlocksContext): Found[] {
  if (!condition) return [];
  const sources = sourcesAt(moment);
  const idle = condition.tests.flatMap((t) => {
    if (!sources.has('shipment') && (t.about === 'shipment' || (t.about === 'tracking' && t.is))) return 'a parcel';
    return !sources.has('refund') && t.about === 'refund' ? 'a refund' : [];
  });
  if (idle.length === 0) return [];
  const never = condition.match === 'all' || idle.length === condition.tests.length;
  return [
    {
      severity: 'warning',
      message: `The condition asks about ${[...new Set(idle)].join(' and ')}, and there is none ${momentOf(moment)?.words ?? 'here'}${never ? ': this block is never shown' : ''}.`,
    },
  ];
}

function passageFindings(id: string, context: BlocksContext): Found[] {
  const passage = context.passages[id];
  if (!passage) {
    return [
      { severity: 'blocker', message: `There is no published passage "${id}". Publish it, or take this block out.` },
    ];
  }
  const cycle = passageCycle(id, context.passages);
  if (cycle)
    return [
      { severity: 'blocker', message: `This passage contains itself: ${cycle.join(', in it ')}. Remove one of them.` },
    ];
  const found: Found[] = [];
  for (const [language, words] of Object.entries(passage.words)) {
    for (const segment of blockSegments(passage.blocks)) {
      const source = words[segment.id] ?? '';
      if (source.trim() === '') continue;
      for (const problem of segmentProblems(source, segment, context.moment)) {
        found.push({
          severity: 'blocker',
          language,
          message: `In ${passage.name}, ${segment.label}: ${problem.message}`,
        });
      }
    }
  }
  return found;
}
