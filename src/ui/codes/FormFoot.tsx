'use client';
import { say as common } from '@/words/common';

/** The buttons under a form in a dialog. */
export function FormFoot({
  busy,
  label,
  onSave,
  onClose,
}: {
  busy: boolean;
  label: string;
  onSave: () => void;
  onClose: () => void;
}) {
  return (
    <>
      <button type="button" className="btn btn-quiet" onClick={onClose}>
        {common.close}
      </button>
      <button type="button" className="btn btn-main" disabled={busy} onClick={onSave}>
        {label}
      </button>
    </>
  );
}
