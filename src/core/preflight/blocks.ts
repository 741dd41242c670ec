/** Findings on blocks: where they lead, what they show, on what condition, what they promise. */
import type { Condition } from '../conditions/condition';
import { promiseProblem, promiseRef, type KnownCodes } from '../codes';
import { momentOf } from '../moments/registry';
import { isProvided, sourcesAt } from '../placeholders/provided';
import { placeholder } from '../placeholders';
import { allBlocks, blockLabels, blockSegments, type Block, type Link, type Template } from '../template/schema';
import { passageCycle, type Passages } from '../template/passages';
import { safeUrl } from '../text';
import type { Finding, Fix } from './finding';
import { segmentProblems } from './segments';
import { say } from '../../words/findings';
import { listed } from '../../words/speak';

export interface BlocksContext {
  moment: string;
  sourceLanguage: string;
  codes: KnownCodes;
  /** The zone in which days are said. */
  timeZone?: string | undefined;
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
      return linkFindings(block.target, say.theButton, context.moment, (target) => ({
        label: say.makeItHttps,
        kind: 'block',
        id: block.id,
        change: { target } as Partial<Block>,
      }));
    case 'image': {
      const found: Found[] = [];
      if (!block.picture) {
        found.push({
          severity: 'blocker',
          message: say.noPictureIsChosenYet,
          fix: { label: say.removeTheBlock, kind: 'remove', id: block.id },
        });
      } else {
        if ('url' in block.picture) {
          found.push(
            safeUrl(block.picture.url)?.startsWith('https:')
              ? {
                  severity: 'warning',
                  message: say.thePictureIsFetchedFrom,
                }
              : { severity: 'blocker', message: say.theAddressOfThePicture },
          );
        } else if (block.picture.bytes > HEAVY) {
          found.push({
            severity: 'warning',
            message: say.thePictureWeighsRoundKB({ round: Math.round(block.picture.bytes / 1000), n: HEAVY / 1000 }),
          });
        }
        if ((template.words[context.sourceLanguage]?.[block.id] ?? '').trim() === '') {
          found.push({
            severity: 'blocker',
            message: say.thereAreNoWordsFor,
          });
        }
      }
      if (block.target) {
        found.push(
          ...linkFindings(block.target, say.thePicture, context.moment, (target) => ({
            label: say.makeItHttps,
            kind: 'block',
            id: block.id,
            change: { target } as Partial<Block>,
          })),
        );
      }
      return found;
    }
    case 'discount': {
      const { codes, now, timeZone } = context;
      const problem = promiseProblem(block, promiseRef(block), codes, now, timeZone);
      return problem ? [problem] : [];
    }
    case 'notes':
      return allBlocks(template.blocks).some((b) => b.kind === 'items' && b.notes && !b.hidden)
        ? [
            {
              severity: 'warning',
              message: say.notesStandTwice,
              fix: { label: say.removeTheBlock, kind: 'remove', id: block.id },
            },
          ]
        : [];
    case 'parcel':
      return needs('shipment', say.thereIsNoParcel, block, context);
    case 'refund':
      return needs('refund', say.thereIsNoRefund, block, context);
    case 'orders':
      return needs('summary', say.thereAreNoOrders, block, context);
    case 'suggestions': {
      const { rule, products = [] } = block;
      if (rule === 'chosen' && products.length === 0)
        return [{ severity: 'blocker', message: say.noProductsAreChosen }];
      return [];
    }
    case 'columns':
      return block.columns.every((c) => c.length === 0)
        ? [{ severity: 'warning', message: say.theColumnsAreEmpty }]
        : [];
    case 'passage':
      return passageFindings(block.passage, context);
    default:
      return [];
  }
}

function needs(
  what: 'shipment' | 'refund' | 'summary',
  words: string,
  block: Block,
  { moment }: BlocksContext,
): Found[] {
  if (sourcesAt(moment).has(what)) return [];
  return [
    {
      severity: 'blocker',
      message: say.neverSays({ what: words, when: momentOf(moment)?.words ?? say.here }),
      fix: { label: say.removeTheBlock, kind: 'remove', id: block.id },
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
        message: say.leadsToUnknown({
          what,
          placeholder: `{$${target.variable}}`,
          when: momentOf(moment)?.words ?? say.here,
        }),
      },
    ];
  }
  const safe = safeUrl(target.url);
  if (safe === undefined) {
    return [
      {
        severity: 'blocker',
        message: say.whatLeadsNowhereGiveIt({ what }),
      },
    ];
  }
  if (/^http:/i.test(safe)) {
    return [
      {
        severity: 'warning',
        message: say.whatLeadsToAnAddress({ what }),
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
    if (!sources.has('shipment') && (t.about === 'shipment' || (t.about === 'tracking' && t.is))) return say.aParcel;
    return !sources.has('refund') && t.about === 'refund' ? say.aRefund : [];
  });
  if (idle.length === 0) return [];
  const never = condition.match === 'all' || idle.length === condition.tests.length;
  return [
    {
      severity: 'warning',
      message: (never ? say.asksInVainNever : say.asksInVain)({
        what: listed([...new Set(idle)]),
        when: momentOf(moment)?.words ?? say.here,
      }),
    },
  ];
}

function passageFindings(id: string, context: BlocksContext): Found[] {
  const passage = context.passages[id];
  if (!passage) {
    return [{ severity: 'blocker', message: say.thereIsNoPublishedPassage({ id }) }];
  }
  const cycle = passageCycle(id, context.passages);
  if (cycle)
    return [
      {
        severity: 'blocker',
        message: say.thisPassageContainsItselfCycle({
          cycle: cycle.map((name, i) => (i === 0 ? name : say.cycleIn({ next: name }))).join(', '),
        }),
      },
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
          message: say.inNameLabelMessage({ name: passage.name, label: segment.label, message: problem.message }),
        });
      }
    }
  }
  return found;
}
