'use client';
/** Beginning anew: from what ships, from another notification, from an edition, from HTML, from a JSON file. */
import { useState } from 'react';
import type { Result } from '@/core/result';
import { importHtml, type Template } from '@/core/template';
import { Dialog } from '../../parts/Dialog';
import { Field, Pick, Segments } from '../../parts/fields';
import { PanelTitle, Trouble } from '../../parts/Page';
import type { ReadTemplate } from '../../bench/useRenderer';
import { answered } from '../../parts/result';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/desk';
import { say as common } from '@/words/common';

type From = 'shipped' | 'other' | 'edition' | 'html' | 'json';

const CHOICES: readonly { value: From; label: string }[] = inEachLanguage(() => [
  { value: 'shipped', label: say.whatShips },
  { value: 'other', label: say.anotherMessage },
  { value: 'edition', label: say.anEdition },
  { value: 'html', label: say.html },
  { value: 'json', label: say.json },
]);

export interface StartFromProps {
  open: boolean;
  name: string;
  moment: string;
  language: string;
  draft: Template;
  others: readonly { slug: string; name: string }[];
  editions: readonly { number: number; publishedBy: string }[];
  onClose: () => void;
  onTemplateOf: (slug: string) => Promise<Result<Template>>;
  onShipped: (() => Promise<Result<Template>>) | undefined;
  onEdition: (number: number) => Promise<Result<Template>>;
  readTemplate: ReadTemplate;
  onTake: (template: Template, said: string) => void;
}

export function StartFrom(props: StartFromProps) {
  const { open, name, moment, onShipped, language, draft, others, editions, onClose, onTake } = props;
  // A passage is begun anew from what it was: nothing ships for it, and no other message takes its place.
  const editionsOnly = !onShipped && others.length === 0;
  const [from, setFrom] = useState<From>(editionsOnly ? 'edition' : 'shipped');
  const [other, setOther] = useState(others[0]?.slug ?? '');
  const [edition, setEdition] = useState(String(editions[0]?.number ?? ''));
  const [file, setFile] = useState<{ name: string; text: string }>();
  const [trouble, setTrouble] = useState<string>();

  const imported = from === 'html' && file ? importHtml(file.text, moment) : undefined;

  const take = async (): Promise<void> => {
    setTrouble(undefined);
    if (from === 'shipped' && onShipped) {
      const ships = await answered(onShipped());
      if (!ships.ok) return setTrouble(ships.error.message);
      // Languages that this draft has and the shipped words lack keep theirs where the blocks are the same.
      onTake({ ...ships.value, words: { ...draft.words, ...ships.value.words } }, say.theDraftNowStartsFromThe);
    } else if (from === 'other' || from === 'edition') {
      const result =
        from === 'other' ? await answered(props.onTemplateOf(other)) : await answered(props.onEdition(Number(edition)));
      if (!result.ok) return setTrouble(result.error.message);
      onTake(
        result.value,
        from === 'other'
          ? say.theDraftNowStartsFromName({ name: others.find((o) => o.slug === other)?.name ?? other })
          : say.theDraftNowStartsFromEdition({ edition }),
      );
    } else if (imported) {
      if (imported.blocks.length === 0) return setTrouble(say.thereIsNothingInThis);
      const words = { ...imported.words, subject: imported.subject || (draft.words[language]?.subject ?? '') };
      onTake(
        { version: 1, blocks: imported.blocks, words: { [language]: words } },
        say.startsFromBlocks({ name: file!.name, n: imported.blocks.length }),
      );
    } else if (from === 'json' && file) {
      const read = await props.readTemplate(file.text);
      if (!read.template)
        return setTrouble(say.nothingWasImportedMessage({ message: read.problems[0]?.message ?? '' }));
      onTake(read.template, say.theDraftNowStartsFromName({ name: file.name }));
    } else return setTrouble(say.chooseAFileFirst);
    onClose();
  };

  return (
    <Dialog
      open={open}
      onClose={onClose}
      title={say.startFrom2}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {say.keepTheDraft}
          </button>
          <button type="button" className="btn btn-main" onClick={() => void take()}>
            {say.replaceDraft}
          </button>
        </>
      }
    >
      <div className="flex flex-col gap-4">
        <Segments
          label={say.startFrom2}
          value={from}
          choices={CHOICES.filter(({ value }) => !editionsOnly || value === 'edition')}
          onChange={(next) => {
            setFrom(next);
            setFile(undefined);
            setTrouble(undefined);
          }}
        />
        {from === 'shipped' &&
          (onShipped ? (
            <p className="text-sm">{say.theFinishedWordsThatName({ name })}</p>
          ) : (
            <p className="text-sm">{say.nothingShipsForThisOne}</p>
          ))}
        {from === 'other' && (
          <Field label={common.message}>
            {(ids) => (
              <Pick
                id={ids.id}
                value={other}
                choices={others.map((o) => ({ value: o.slug, label: o.name }))}
                onChange={setOther}
              />
            )}
          </Field>
        )}
        {from === 'edition' &&
          (editions.length > 0 ? (
            <Field label={say.edition}>
              {(ids) => (
                <Pick
                  id={ids.id}
                  value={edition}
                  choices={editions.map((e) => ({
                    value: String(e.number),
                    label: say.editionNumber({ number: e.number }),
                    note: e.publishedBy,
                  }))}
                  onChange={setEdition}
                />
              )}
            </Field>
          ) : (
            <p className="text-sm">{say.itHasNeverBeenPublished}</p>
          ))}
        {(from === 'html' || from === 'json') && (
          <div>
            <label className="text-sm">
              <span className="mb-1 block text-slate">
                {from === 'html' ? say.htmlFileOfAMessage : say.jsonFileOfATemplate}
              </span>
              <input
                key={from}
                type="file"
                accept={from === 'html' ? '.html,.htm,text/html' : '.json,application/json'}
                className="block text-sm"
                onChange={(e) => {
                  const chosen = e.target.files?.[0];
                  if (!chosen) return;
                  if (chosen.size > 2_000_000) {
                    setTrouble(say.fileTooLarge({ name: chosen.name, size: (chosen.size / 1_000_000).toFixed(1) }));
                    return;
                  }
                  setTrouble(undefined);
                  void chosen.text().then((text) => setFile({ name: chosen.name, text }));
                }}
              />
            </label>
            {imported && (
              <div className="mt-3 text-sm">
                <PanelTitle>{say.nBlocks({ n: imported.blocks.length })}</PanelTitle>
                <ul className="mt-1 list-disc ps-5">
                  {imported.notes.map((n) => (
                    <li key={n}>{n}</li>
                  ))}
                </ul>
              </div>
            )}
          </div>
        )}
        {trouble && <Trouble>{trouble}</Trouble>}
        <p className="text-xs text-slate">{say.undoBringsThePresentDraft}</p>
      </div>
    </Dialog>
  );
}
