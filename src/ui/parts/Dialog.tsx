'use client';
import { Dialog as Base, DialogBackdrop, DialogPanel, DialogTitle } from '@headlessui/react';
import type { ReactNode } from 'react';
import { say as common } from '@/words/common';

export function Dialog({
  open,
  onClose,
  title,
  children,
  foot,
  wide = false,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  children: ReactNode;
  foot?: ReactNode;
  wide?: boolean;
}) {
  return (
    <Base open={open} onClose={onClose} className="fixed inset-0 z-50">
      <DialogBackdrop className="fixed inset-0 bg-shade" />
      <div className="fixed inset-0 flex items-center justify-center p-3 sm:p-6">
        <DialogPanel
          className={`flex max-h-full w-full flex-col rounded-control bg-panel shadow-sheet ${wide ? 'max-w-6xl' : 'max-w-lg'}`}
        >
          <DialogTitle className="shrink-0 border-b border-rule px-5 py-3 font-serif text-lg">{title}</DialogTitle>
          <div className="min-h-0 flex-1 overflow-auto px-5 py-4">{children}</div>
          {foot && (
            <div className="flex shrink-0 flex-wrap items-center justify-end gap-2 border-t border-rule px-5 py-3">
              {foot}
            </div>
          )}
        </DialogPanel>
      </div>
    </Base>
  );
}

/** The foot of a dialog that asks: the way out, and the deed. With `form`, the deed is sending that form. */
export function DialogFoot({
  label,
  busy,
  form,
  onDo,
  onClose,
}: {
  label: string;
  /** It cannot be done now. */
  busy: boolean;
  form?: string;
  onDo?: () => void;
  onClose: () => void;
}) {
  return (
    <>
      <button type="button" className="btn" onClick={onClose}>
        {common.close}
      </button>
      <button type={form ? 'submit' : 'button'} form={form} className="btn btn-main" disabled={busy} onClick={onDo}>
        {label}
      </button>
    </>
  );
}
