'use client';
/** The frame in which something is published: what stops it, what changes, and how it was and will be side by side. */
import type { ReactNode } from 'react';
import { Dialog } from '../parts/Dialog';
import { Trouble } from '../parts/Page';
import { say } from '@/words/bench';
import { say as common } from '@/words/common';

export interface PublishFrameProps {
  open: boolean;
  title: string;
  /** On the button. */
  label: string;
  busy: boolean;
  trouble: string | undefined;
  /** One for each finding that stops it. */
  blockers: readonly { key: string; words: ReactNode }[];
  /** Nothing changes by it. */
  idle: boolean;
  /** What changes, below the findings. */
  changes: ReactNode;
  /** Before and after. */
  children: ReactNode;
  onClose: () => void;
  onPublish: () => void;
}

export function PublishFrame(props: PublishFrameProps) {
  const { open, title, label, busy, trouble, blockers, idle, changes, children, onClose, onPublish } = props;
  return (
    <Dialog
      open={open}
      onClose={onClose}
      wide
      title={title}
      foot={
        <>
          {trouble && (
            <div className="me-auto">
              <Trouble>{trouble}</Trouble>
            </div>
          )}
          <button type="button" className="btn" onClick={onClose}>
            {common.notYet}
          </button>
          <button
            type="button"
            className="btn btn-main"
            disabled={busy || blockers.length > 0 || idle}
            onClick={onPublish}
          >
            {busy ? say.publishing : label}
          </button>
        </>
      }
    >
      <div className="grid gap-5 lg:grid-cols-[17rem_1fr_1fr]">
        <div className="text-sm lg:max-h-[62vh] lg:overflow-auto">
          {blockers.length > 0 && (
            <div className="mb-4">
              <Trouble>
                {say.nFindingsStopIt({ n: blockers.length })}
                <ul className="mt-1">
                  {blockers.map((b) => (
                    <li key={b.key} className="mt-1">
                      {b.words}
                    </li>
                  ))}
                </ul>
              </Trouble>
            </div>
          )}
          {changes}
        </div>
        {children}
      </div>
    </Dialog>
  );
}
