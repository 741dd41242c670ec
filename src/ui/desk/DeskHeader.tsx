'use client';
/** The head of the Desk: what is on the bench, what is live, and the steps one can take with it. */
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import Link from '../parts/Link';
import type { EditionNote, OnDesk } from '@/contract/templates';
import { EditionsMenu } from './EditionsMenu';
import { Leaf } from '../parts/marks';
import type { SaveState } from '../bench/useAutosave';
import { say } from '@/words/desk';
import { say as common } from '@/words/common';

export interface DeskHeaderProps {
  base: string;
  notification: OnDesk;
  /** Whether anything ships for it. */
  ships: boolean;
  live: { number: number | undefined } | undefined;
  /** Of the edition that publishing makes; undefined for what has no numbered ones. */
  nextNumber: number | undefined;
  /** The draft would make other messages than what is live. */
  changed: boolean;
  /** There are words in the language on the sheet. */
  written: boolean;
  saveState: SaveState<unknown>;
  busy: 'publish' | 'test' | undefined;
  mayEdit: boolean;
  mayPublish: boolean;
  mayTest: boolean;
  onUndo: (() => void) | undefined;
  onRedo: (() => void) | undefined;
  /** In the menu: what else can be done, as words and what it does. */
  more: readonly { label: string; act: (() => void) | undefined; href?: string }[];
  editions: readonly EditionNote[];
  timeZone: string;
  /** Compares the draft with an edition, or with what ships. */
  onCompare: (what: string) => void;
  onTest: (() => void) | undefined;
  onPublish: () => void;
}

export function DeskHeader(props: DeskHeaderProps) {
  const { base, notification, live, changed, busy, saveState, mayEdit, mayPublish, mayTest } = props;
  return (
    <header className="flex min-h-14 shrink-0 items-center gap-x-3 gap-y-1.5 border-b border-rule px-5 py-2 max-lg:flex-wrap">
      <Link
        href={`${base}/journey`}
        aria-label={say.journey}
        className="-ms-2 inline-flex min-h-8 min-w-6 items-center justify-center text-lg text-slate hover:text-petrol"
      >
        ‹
      </Link>
      <h1 className="min-w-0 font-serif text-xl font-medium break-words lg:whitespace-nowrap">{notification.name}</h1>
      <Leaf state={!notification.on ? 'off' : changed ? 'draft' : 'live'} />
      <div className="min-w-0 text-sm text-slate">
        <EditionsMenu
          said={
            !live
              ? say.neverPublished
              : live.number === undefined
                ? say.published
                : say.editionNumberIsLive({ number: live.number })
          }
          ships={props.ships}
          editions={props.editions}
          timeZone={props.timeZone}
          onChoose={props.onCompare}
        />
        {changed && live && ` · ${say.draftDiffers}`}
        <SaveNote state={saveState} mayEdit={mayEdit} />
      </div>
      <div className="ms-auto flex flex-wrap items-center justify-end gap-2 lg:flex-nowrap">
        {mayEdit && (
          <>
            <button type="button" className="btn btn-quiet" disabled={!props.onUndo} onClick={props.onUndo}>
              {common.undo}
            </button>
            <button type="button" className="btn btn-quiet" disabled={!props.onRedo} onClick={props.onRedo}>
              {common.redo}
            </button>
          </>
        )}
        <Menu>
          <MenuButton className="btn">{say.more}</MenuButton>
          <MenuItems
            anchor="bottom end"
            className="z-40 rounded-control border border-rule bg-sheet py-1 text-sm shadow-sheet focus:outline-none [--anchor-gap:4px]"
          >
            {props.more.map(({ label, act, href }) => (
              <MenuItem key={label} disabled={!act && !href}>
                {href ? (
                  <a href={href} download className={ITEM}>
                    {label}
                  </a>
                ) : (
                  <button type="button" className={ITEM} onClick={act}>
                    {label}
                  </button>
                )}
              </MenuItem>
            ))}
          </MenuItems>
        </Menu>
        {mayTest && props.onTest && (
          <button type="button" className="btn" disabled={busy !== undefined || !props.written} onClick={props.onTest}>
            {busy === 'test' ? common.sending : say.sendTestToMe}
          </button>
        )}
        {mayPublish && (
          <button
            type="button"
            className="btn btn-main"
            disabled={!changed || busy !== undefined || saveState.kind === 'conflict'}
            title={changed ? undefined : say.theDraftIsWhatIs}
            onClick={props.onPublish}
          >
            {props.nextNumber === undefined
              ? common.publish
              : say.publishEditionNextNumber({ nextNumber: props.nextNumber })}
          </button>
        )}
      </div>
    </header>
  );
}

const ITEM = 'block w-full px-3 py-1.5 text-start data-disabled:text-slate/60 data-focus:bg-petrol-tint';

export function SaveNote({ state, mayEdit }: { state: SaveState<unknown>; mayEdit: boolean }) {
  const words = !mayEdit
    ? say.yourRoleMayLookNot
    : { saved: say.saved, saving: say.saving, failed: say.notSaved, conflict: say.notSaved }[state.kind];
  return (
    <span
      data-testid="save-state"
      role="status"
      className={state.kind === 'failed' || state.kind === 'conflict' ? 'font-semibold text-madder' : ''}
    >
      {' '}
      · {words}
    </span>
  );
}
