'use client';
/** The last look before a message written by hand goes out. */
import { encodedBytes, type KeptFile } from '@/core/attach';
import { fileSize, languageName } from '@/core/names';
import { listed } from '@/words/speak';
import { say as attaching } from '@/words/files';
import { Dialog } from '../parts/Dialog';
import { Mark } from '../parts/marks';
import { partKey, type LetterWords } from './letter';
import { partName } from './Recipients';
import type { LetterPart } from '@/contract/letters';
import { say } from '@/words/writing';
import { say as common } from '@/words/common';

export function SendDialog({
  name,
  parts,
  words,
  subject,
  orders,
  without,
  files,
  busy,
  onSend,
  onClose,
}: {
  name: string;
  parts: readonly LetterPart[];
  words: LetterWords;
  /** Of the message that is looked at. */
  subject: string;
  orders: number;
  /** How many do not get it. */
  without: number;
  /** What was attached for this once. */
  files: readonly KeptFile[];
  busy: boolean;
  onSend: () => void;
  onClose: () => void;
}) {
  const people = parts.reduce((sum, p) => sum + p.to.length, 0);
  const adapted = parts.filter((p) => words[partKey(p)]);
  const plain = parts.filter((p) => !words[partKey(p)]);
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.sendName({ name })}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {common.notYet}
          </button>
          <button type="button" className="btn btn-main" disabled={busy} onClick={onSend}>
            {people === 1 ? say.sendIt : say.sendPeopleMessages({ people })}
          </button>
        </>
      }
    >
      <div className="flex flex-col gap-3 text-sm">
        <p className="text-base" dir="auto">
          “{subject}”
        </p>
        <ul>
          {parts.map((p) => (
            <li key={partKey(p)} className="flex items-baseline gap-3 border-b border-rule py-1">
              <span className="w-40 shrink-0">{partName(p)}</span>
              <bdi className="min-w-0 truncate">
                {p.to
                  .slice(0, 3)
                  .map((t) => t.name || t.address)
                  .join(', ')}
                {p.to.length > 3 && ` ${say.andNMore({ n: p.to.length - 3 })}`}
              </bdi>
            </li>
          ))}
        </ul>
        {files.length > 0 && (
          <p>
            {attaching.goToEverybody({
              n: files.length,
              size: fileSize(files.reduce((sum, f) => sum + encodedBytes(f.bytes), 0)),
            })}{' '}
            <bdi>{listed(files.map((f) => f.name))}</bdi>
          </p>
        )}
        {orders > 1 && without > 0 && <p>{say.withoutPeopleDoNotGet({ without })}</p>}
        {adapted.length > 0 && plain.length > 0 && (
          <p className="flex gap-2">
            <Mark tone="waiting" />
            <span>
              {say.youChangedTheWordsIn({
                adapted: adapted.map((p) => languageName(p.language)).join(', '),
                plain: plain.map(partName).join(', '),
              })}
            </span>
          </p>
        )}
      </div>
    </Dialog>
  );
}
