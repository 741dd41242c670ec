'use client';
/** Beginning anew: from what ships, from another notification, from an edition, from HTML, from a JSON file. */
import { useState } from 'react';
import type { Result } from '@/core/result';
import { SHIPPED_NOTIFICATIONS } from '@/core/shipped';
import { importHtml, type Template } from '@/core/template';
import { Dialog } from '../../parts/Dialog';
import { Field, Pick, Segments } from '../../parts/fields';
import { PanelTitle, Trouble } from '../../parts/Page';
import type { ReadTemplate } from '../../bench/useRenderer';
import { answered } from '../../parts/result';

type From = 'shipped' | 'other' | 'edition' | 'html' | 'json';

const CHOICES: readonly { value: From; label: string }[] = [
  { value: 'shipped', label: 'What ships' },
  { value: 'other', label: 'Another message' },
  { value: 'edition', label: 'An edition' },
  { value: 'html', label: 'HTML' },
  { value: 'json', label: 'JSON' },
];

export interface StartFromProps {
  open: boolean;
  slug: string;
  moment: string;
  language: string;
  draft: Template;
  others: readonly { slug: string; name: string }[];
  editions: readonly { number: number; publishedBy: string }[];
  onClose: () => void;
  onTemplateOf: (slug: string) => Promise<Result<Template>>;
  onEdition: (number: number) => Promise<Result<Template>>;
  readTemplate: ReadTemplate;
  onTake: (template: Template, said: string) => void;
}

export function StartFrom(props: StartFromProps) {
  const { open, slug, moment, language, draft, others, editions, onClose, onTake } = props;
  const shipped = SHIPPED_NOTIFICATIONS.find((n) => n.slug === slug);
  // A passage is begun anew from what it was: nothing ships for it, and no other message takes its place.
  const editionsOnly = !shipped && others.length === 0;
  const [from, setFrom] = useState<From>(editionsOnly ? 'edition' : 'shipped');
  const [other, setOther] = useState(others[0]?.slug ?? '');
  const [edition, setEdition] = useState(String(editions[0]?.number ?? ''));
  const [file, setFile] = useState<{ name: string; text: string }>();
  const [trouble, setTrouble] = useState<string>();

  const imported = from === 'html' && file ? importHtml(file.text, moment) : undefined;

  const take = async (): Promise<void> => {
    setTrouble(undefined);
    if (from === 'shipped' && shipped) {
      // Languages that this draft has and the shipped words lack keep theirs where the blocks are the same.
      onTake(
        { ...shipped.template, words: { ...draft.words, ...shipped.template.words } },
        'The draft now starts from the default.',
      );
    } else if (from === 'other' || from === 'edition') {
      const result =
        from === 'other' ? await answered(props.onTemplateOf(other)) : await answered(props.onEdition(Number(edition)));
      if (!result.ok) return setTrouble(result.error.message);
      onTake(
        result.value,
        from === 'other'
          ? `The draft now starts from ${others.find((o) => o.slug === other)?.name ?? other}.`
          : `The draft now starts from edition ${edition}.`,
      );
    } else if (imported) {
      if (imported.blocks.length === 0) return setTrouble('There is nothing in this file that a message could show.');
      const words = { ...imported.words, subject: imported.subject || (draft.words[language]?.subject ?? '') };
      onTake(
        { version: 1, blocks: imported.blocks, words: { [language]: words } },
        `The draft now starts from ${file!.name}: ${imported.blocks.length} blocks.`,
      );
    } else if (from === 'json' && file) {
      const read = await props.readTemplate(file.text);
      if (!read.template) return setTrouble(`Nothing was imported. ${read.problems[0]?.message ?? ''}`);
      onTake(read.template, `The draft now starts from ${file.name}.`);
    } else return setTrouble('Choose a file first.');
    onClose();
  };

  return (
    <Dialog
      open={open}
      onClose={onClose}
      title="Start from"
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            Keep the draft
          </button>
          <button type="button" className="btn btn-main" onClick={() => void take()}>
            Replace draft
          </button>
        </>
      }
    >
      <div className="flex flex-col gap-4">
        <Segments
          label="Start from"
          value={from}
          choices={CHOICES.filter(({ value }) => !editionsOnly || value === 'edition')}
          onChange={(next) => {
            setFrom(next);
            setFile(undefined);
            setTrouble(undefined);
          }}
        />
        {from === 'shipped' &&
          (shipped ? (
            <p className="text-sm">The finished words that {shipped.name} ships with, in every language it has.</p>
          ) : (
            <p className="text-sm">Nothing ships for this one.</p>
          ))}
        {from === 'other' && (
          <Field label="Message">
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
            <Field label="Edition">
              {(ids) => (
                <Pick
                  id={ids.id}
                  value={edition}
                  choices={editions.map((e) => ({
                    value: String(e.number),
                    label: `Edition ${e.number}`,
                    note: e.publishedBy,
                  }))}
                  onChange={setEdition}
                />
              )}
            </Field>
          ) : (
            <p className="text-sm">It has never been published, so it has no editions.</p>
          ))}
        {(from === 'html' || from === 'json') && (
          <div>
            <label className="text-sm">
              <span className="mb-1 block text-slate">
                {from === 'html' ? 'HTML file of a message' : 'JSON file of a template'}
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
                    setTrouble(`${chosen.name} has ${(chosen.size / 1_000_000).toFixed(1)} MB; at most 2 MB are read.`);
                    return;
                  }
                  setTrouble(undefined);
                  void chosen.text().then((text) => setFile({ name: chosen.name, text }));
                }}
              />
            </label>
            {imported && (
              <div className="mt-3 text-sm">
                <PanelTitle>{`${imported.blocks.length} blocks`}</PanelTitle>
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
        <p className="text-xs text-slate">Undo brings the present draft back.</p>
      </div>
    </Dialog>
  );
}
