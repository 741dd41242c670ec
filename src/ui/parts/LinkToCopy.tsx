'use client';
/** A link that is shown this once, to be copied. */
import { Copy } from 'lucide-react';
import { toast } from 'sonner';
import { say as common } from '@/words/common';
import { say as sending } from '@/words/sending';

export function LinkToCopy({ label, address, copied }: { label: string; address: string; copied: string }) {
  return (
    <div className="mt-2 flex gap-2">
      <input
        className="input font-mono text-xs"
        aria-label={label}
        readOnly
        value={address}
        onFocus={(e) => e.target.select()}
      />
      <button
        type="button"
        className="btn"
        onClick={() =>
          void navigator.clipboard.writeText(address).then(
            () => toast.success(copied),
            () => toast.error(sending.theBrowserDoesNotLet),
          )
        }
      >
        <Copy size={14} aria-hidden />
        {common.copy}
      </button>
    </div>
  );
}
