/** What Today says of the living proof. */
import type { TodayLine } from '@/contract/today';
import type { Access } from '../../auth/access';
import { isBadPath, proofView, settledOf } from './proof';
import { say } from '@/words/proof';

const DAY_MS = 86_400_000;
const href = '/sending/proof';

/** Nothing while nothing is proven; else which paths are not right, or that all are, and that the mailbox cannot be read. */
export async function proofLines(access: Access): Promise<TodayLine[]> {
  const { mailbox, paths } = await proofView(access);
  if (!mailbox) return [];
  const lines: TodayLine[] = [];
  if (mailbox.trouble) {
    const { words } = mailbox.trouble;
    lines.push({ state: 'failing', fact: say.todayUnread({ words }), action: say.seeProof, href });
  }
  const bad = paths.filter(isBadPath);
  const known = paths.filter((p) => Date.now() - Date.parse(settledOf(p)?.at ?? '1970') < DAY_MS * 1.5);
  if (bad.length > 0) {
    const names = bad.map((p) => `${p.service}, ${p.domain}`).join('; ');
    lines.push({ state: 'failing', fact: say.todayBad({ n: bad.length, names }), action: say.seeProof, href });
  } else if (known.length > 0 && known.length === paths.length) {
    lines.push({ state: 'good', fact: say.todayGood({ n: known.length }), action: say.seeProof, href });
  }
  return lines;
}
