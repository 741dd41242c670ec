/** Findings on what goes with a template's messages as files. */
import { attachmentName, heaviest, weigh, type Attachment } from '../attach';
import { momentOf } from '../moments/registry';
import { fileSize } from '../names';
import type { Template } from '../template/schema';
import { inSentence } from '../../words/speak';
import { say } from '../../words/files';
import type { Finding } from './finding';

/** What is known of the store's files. */
export interface ShelfFacts {
  /** Digests of the files there are. */
  files: readonly string[];
  /** How large a message may be, in bytes. */
  room: number;
}

/** From this size on, in bytes, some hosts of mail refuse a message whatever the sending service takes. */
const MUCH = 9_700_000;

/** The place of findings about attachments as a whole, and what leads from one to them. */
export const ATTACHMENTS_PLACE = 'attachments';

/** What is wrong with the attachments of a template at a moment. */
export function attachmentFindings({ attachments = [] }: Template, momentId: string, shelf?: ShelfFacts): Finding[] {
  const findings = attachments.flatMap((attachment): Finding[] => {
    const found = ownFinding(attachment, momentId, shelf);
    if (!found) return [];
    return [
      {
        ...found,
        place: ATTACHMENTS_PLACE,
        placeLabel: say.attachment({ name: attachmentName(attachment) }),
        fix: { label: say.removeIt, kind: 'detach', id: attachment.id },
      },
    ];
  });
  if (shelf) {
    const { bytes, most, fits } = weigh(heaviest(attachments), shelf.room);
    const place = { place: ATTACHMENTS_PLACE, placeLabel: say.attachments };
    const size = fileSize(bytes);
    if (!fits)
      findings.push({ ...place, severity: 'blocker', message: say.tooLargeTogether({ size, most: fileSize(most) }) });
    else if (bytes > MUCH) findings.push({ ...place, severity: 'warning', message: say.weighsMuch({ size }) });
  }
  return findings;
}

function ownFinding(
  attachment: Attachment,
  momentId: string,
  shelf: ShelfFacts | undefined,
): Pick<Finding, 'severity' | 'message'> | undefined {
  if (attachment.kind === 'file') {
    return shelf && !shelf.files.includes(attachment.file.digest)
      ? { severity: 'blocker', message: say.notOnShelf }
      : undefined;
  }
  const moment = momentOf(momentId);
  if (!moment) return undefined;
  const never = (what: string) =>
    ({ severity: 'warning', message: say.neverMade({ what, when: inSentence(moment.words) }) }) as const;
  if (attachment.kind === 'from-shop') return moment.toldBy === 'shop' ? undefined : never(say.event);
  return moment.about === 'account' ? never(say.order) : undefined;
}
