'use client';
/** The attachments of the template on the Desk, as the order and language that are looked at get them. */
import { useState, type ReactNode } from 'react';
import { attachedWhen, attachmentName, attachmentsFor, type Attachment } from '@/core/attach';
import type { Order } from '@/core/order';
import { isThereFor, type Snapshot } from '@/core/snapshot';
import { languageName } from '@/core/names';
import type { DeskStore } from '@/contract/templates';
import { ConditionForm } from '../conditions/ConditionForm';
import { conditionNames } from '../conditions/conditionNames';
import { Check } from '../parts/Check';
import { Dialog } from '../parts/Dialog';
import { AttachStrip } from './AttachStrip';
import type { Shelf } from './useShelf';
import { say } from '@/words/files';

export interface TemplateAttachmentsProps {
  attachments: readonly Attachment[];
  shelf: Shelf;
  store: DeskStore;
  order: Order;
  moment: string;
  snapshot: Snapshot;
  language: string;
  orderNumber: string;
  width: number;
  editable: boolean;
  mayBring: boolean;
  onChange: (attachments: readonly Attachment[]) => void;
  /** What else is said of how the message is sent. */
  aside?: ReactNode;
}

/** An id that none of them has. */
function freshId(attachments: readonly Attachment[]): string {
  let n = attachments.length + 1;
  while (attachments.some((a) => a.id === `file${n}`)) n += 1;
  return `file${n}`;
}

export function TemplateAttachments(props: TemplateAttachmentsProps) {
  const { attachments, shelf, order, moment, snapshot, language, width, editable, mayBring, onChange } = props;
  const [open, setOpen] = useState<string>();
  const there = new Set(
    attachmentsFor(attachments, snapshot.facts, language)
      .filter((a) => a.kind === 'file' || isThereFor(a.kind, order, moment, snapshot))
      .map((a) => a.id),
  );
  const opened = attachments.find((a) => a.id === open);
  return (
    <>
      <AttachStrip
        attached={attachments.map((a) => ({
          key: a.kind === 'file' ? a.file.digest : a.kind,
          name: attachmentName(a),
          ...(a.kind === 'file' && { bytes: a.file.bytes }),
          aside: there.has(a.id) ? undefined : say.notWithThisOrder,
          onOpen: () => setOpen(a.id),
          onRemove: () => onChange(attachments.filter((b) => b.id !== a.id)),
        }))}
        {...{ shelf, width, editable, mayBring }}
        keeps
        onFile={({ digest, name, type, bytes }) =>
          attachments.some((a) => a.kind === 'file' && a.file.digest === digest)
            ? undefined
            : onChange([
                ...attachments,
                { id: freshId(attachments), kind: 'file', file: { digest, name, type, bytes } },
              ])
        }
        onMade={(kind) => onChange([...attachments, { id: freshId(attachments), kind }])}
        aside={props.aside}
      />
      {opened && (
        <AttachmentDialog
          {...props}
          attachment={opened}
          onAttachment={(next) => onChange(attachments.map((a) => (a.id === next.id ? next : a)))}
          onClose={() => setOpen(undefined)}
        />
      )}
    </>
  );
}

function AttachmentDialog({
  attachment,
  store,
  snapshot,
  language,
  orderNumber,
  onAttachment,
  onClose,
}: TemplateAttachmentsProps & {
  attachment: Attachment;
  onAttachment: (attachment: Attachment) => void;
  onClose: () => void;
}) {
  const names = conditionNames(store);
  const { when: _, ...always } = attachment;
  return (
    <Dialog
      open
      onClose={onClose}
      title={attachmentName(attachment)}
      foot={
        <button type="button" className="btn btn-main" onClick={onClose}>
          {say.done}
        </button>
      }
    >
      <div className="flex flex-col gap-4">
        {attachment.kind === 'file' && store.languages.length > 1 && (
          <fieldset>
            <legend className="mb-1 text-sm text-slate">{say.languages}</legend>
            <div className="flex flex-wrap gap-x-5 gap-y-1">
              {store.languages.map((l) => {
                const chosen = attachment.languages ?? store.languages;
                const { languages: _all, ...forAll } = attachment;
                return (
                  <Check
                    key={l}
                    label={languageName(l)}
                    on={chosen.includes(l)}
                    onChange={(on) => {
                      const next = store.languages.filter((x) => (x === l ? on : chosen.includes(x)));
                      // For no language it would go with nothing: then it is taken out instead.
                      if (next.length === 0) return;
                      onAttachment(next.length === store.languages.length ? forAll : { ...forAll, languages: next });
                    }}
                  />
                );
              })}
            </div>
          </fieldset>
        )}
        <ConditionForm
          label={say.condition}
          condition={attachment.when}
          store={store}
          names={names}
          always={say.goesAlways}
          sentence={(condition) => attachedWhen(condition, names)}
          tried={{
            facts: snapshot.facts,
            language,
            orderNumber,
            holds: say.attachedTo({ orderNumber }),
            holdsNot: say.notAttachedTo({ orderNumber }),
          }}
          onChange={(when) => onAttachment(when ? { ...always, when } : always)}
        />
      </div>
    </Dialog>
  );
}
