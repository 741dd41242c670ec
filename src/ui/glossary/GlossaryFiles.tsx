'use client';
/** The glossary as a file: out as TBX or a table, and in, looked at first. */
import { useState } from 'react';
import type { GlossaryBrought, GlossaryPreview, TakeBackGlossary } from '@/contract/glossary';
import { MOST_FILE_BYTES } from '@/contract/languages';
import { mainTerm } from '@/core/glossary';
import type { Failure, Result } from '@/core/result';
import { say } from '@/words/glossary';
import { say as common } from '@/words/common';
import { say as languages } from '@/words/languages';
import { Dialog } from '../parts/Dialog';
import { Field } from '../parts/fields';
import { formOf } from '../parts/formOf';
import { Mark } from '../parts/marks';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered } from '../parts/result';

export interface GlossaryFilesProps {
  base: string;
  own: string;
  onLook: (form: FormData) => Promise<Result<GlossaryPreview>>;
  onBring: (how: { stamp: string; name: string }, form: FormData) => Promise<Result<GlossaryBrought>>;
  onBrought: (entries: number, undo: TakeBackGlossary) => void;
  onClose: () => void;
}

export function GlossaryFiles({ base, own, onLook, onBring, onBrought, onClose }: GlossaryFilesProps) {
  const [file, setFile] = useState<File>();
  const [preview, setPreview] = useState<GlossaryPreview>();
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const look = async (chosen: File): Promise<void> => {
    setFile(chosen);
    setPreview(undefined);
    setFailure(undefined);
    if (chosen.size > MOST_FILE_BYTES) {
      const message = languages.fileTooLarge({ most: MOST_FILE_BYTES / 1_000_000 });
      return setFailure({ code: 'invalid', message, problems: [] });
    }
    setBusy(true);
    const result = await answered(onLook(formOf(chosen)));
    setBusy(false);
    if (result.ok) setPreview(result.value);
    else setFailure(result.error);
  };
  const bring = async (): Promise<void> => {
    if (!file || !preview) return;
    setBusy(true);
    const result = await answered(onBring({ stamp: preview.stamp, name: file.name }, formOf(file)));
    setBusy(false);
    if (result.ok) return onBrought(result.value.added + result.value.changed, result.value.undo);
    setFailure(result.error);
    if (result.error.code === 'conflict') setPreview(result.error.detail as GlossaryPreview);
  };
  const n = preview ? preview.comparison.added.length + preview.comparison.changed.length : 0;
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.filesOf}
      foot={
        <>
          <button type="button" className="btn btn-quiet" onClick={onClose}>
            {common.close}
          </button>
          {n > 0 && (
            <button type="button" className="btn btn-main" disabled={busy} onClick={() => void bring()}>
              {say.bringIn({ n })}
            </button>
          )}
        </>
      }
    >
      <div className="flex flex-col gap-5 text-sm">
        <section className="flex flex-col gap-2">
          <PanelTitle>{say.out}</PanelTitle>
          <p>{say.aboutFiles}</p>
          <div className="flex flex-wrap gap-2">
            <a className="btn" href={`${base}/languages/glossary/out?as=tbx`} download>
              {say.saveTbx}
            </a>
            <a className="btn" href={`${base}/languages/glossary/out?as=table`} download>
              {say.saveTable}
            </a>
          </div>
        </section>
        <section className="flex flex-col gap-2">
          <PanelTitle>{say.comingIn}</PanelTitle>
          <Field label={say.chooseFile} hint={say.chooseFileHint}>
            {(ids) => (
              <input
                {...ids}
                type="file"
                accept=".tbx,.xml,.csv,.tsv,.txt,application/xml,text/xml,text/csv"
                className="text-sm"
                onChange={(e) => {
                  const [chosen] = e.target.files ?? [];
                  if (chosen) void look(chosen);
                }}
              />
            )}
          </Field>
          {busy && <p role="status">{languages.looking}</p>}
          {failure && <Trouble>{failure.message}</Trouble>}
          {preview && <Compared preview={preview} own={own} />}
        </section>
      </div>
    </Dialog>
  );
}

function Compared({ preview, own }: { preview: GlossaryPreview; own: string }) {
  const { added, changed, same, refused } = preview.comparison;
  return (
    <>
      <p role="status">{say.inFile({ added: added.length, changed: changed.length, same, refused: refused.length })}</p>
      <ul className="flex flex-col gap-1">
        {refused.map((r) => (
          <li key={`${r.line} ${r.what}`} className="flex items-baseline gap-2">
            <Mark tone="failing" size={12} />
            <span className="min-w-0">
              <b>{r.what}</b> <span className="text-slate">{languages.atFileLine({ line: r.line })}</span>
              <span className="block">{r.why}</span>
            </span>
          </li>
        ))}
        {added.map((entry, i) => (
          <li key={i}>
            <b>{mainTerm(entry, own)}</b> <span className="text-slate">{say.newOne}</span>
          </li>
        ))}
        {changed.map(({ before, after }) => (
          <li key={before.id}>
            <b>{mainTerm(after, own)}</b>
          </li>
        ))}
      </ul>
    </>
  );
}
