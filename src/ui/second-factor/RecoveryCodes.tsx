'use client';
/** Recovery codes, shown once: to be copied, or saved as a file. */
import { toast } from 'sonner';
import { say } from '@/words/secondFactor';
import { say as sending } from '@/words/sending';

export function RecoveryCodes({ title, note, codes }: { title: string; note: string; codes: readonly string[] }) {
  const text = codes.join('\n');
  return (
    <section className="flex flex-col gap-2 text-sm">
      <h3 className="font-semibold">{title}</h3>
      <p className="text-slate">{note}</p>
      <ul aria-label={say.recoveryCodes} className="grid grid-cols-2 gap-x-6 bg-sheet p-3 font-mono">
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="btn"
          onClick={() =>
            void navigator.clipboard.writeText(text).then(
              () => toast.success(say.codesCopied),
              () => toast.error(sending.theBrowserDoesNotLet),
            )
          }
        >
          {say.copyCodes}
        </button>
        <a
          className="btn"
          download="libellus-recovery-codes.txt"
          href={`data:text/plain;charset=utf-8,${encodeURIComponent(`${text}\n`)}`}
        >
          {say.saveCodes}
        </a>
      </div>
    </section>
  );
}
