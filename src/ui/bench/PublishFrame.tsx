'use client';
/** The frame in which something is published: what stops it, what changes, and how it was and will be side by side. */
import { useState, type ReactNode } from 'react';
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
  /** What it is about is still being looked up. */
  waiting?: boolean;
  trouble: string | undefined;
  /** One for each finding that stops it. */
  blockers: readonly { key: string; words: ReactNode }[];
  /** Nothing changes by it. */
  idle: boolean;
  /** What changes, below the findings. */
  changes: ReactNode;
  /** Before and after. */
  children: ReactNode;
  /** What else can be done with the draft. */
  aside?: ReactNode;
  onClose: () => void;
  /** With why, in the words of whoever publishes; empty when nothing was said. */
  onPublish: (note: string) => void;
}

export function PublishFrame(props: PublishFrameProps) {
  const { open, title, label, busy, trouble, blockers, idle, changes, children, onClose, onPublish } = props;
  const [note, setNote] = useState('');
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
          {props.aside}
          <button type="button" className="btn" onClick={onClose}>
            {common.notYet}
          </button>
          <button
            type="button"
            className="btn btn-main"
            disabled={busy || props.waiting || blockers.length > 0 || idle}
            onClick={() => onPublish(note.trim())}
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
          <label className="mt-4 block">
            <span className="mb-1 block text-slate">{say.whyForColleagues}</span>
            <input className="input" maxLength={300} value={note} onChange={(e) => setNote(e.target.value)} />
          </label>
        </div>
        {children}
      </div>
    </Dialog>
  );
}
