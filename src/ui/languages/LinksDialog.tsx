'use client';
/** Links for translators without an account: those that are open, and a new one, whose address is shown once. */
import { X } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import type { DocumentCoverage, MadeLink, MakeLink, TranslationLink } from '@/contract/languages';
import { languageName } from '@/core/names';
import type { Failure, Result } from '@/core/result';
import { listed } from '@/words/speak';
import { say } from '@/words/languages';
import { say as common } from '@/words/common';
import { Dialog } from '../parts/Dialog';
import { LinkToCopy } from '../parts/LinkToCopy';
import { Field, Pick, Segments } from '../parts/fields';
import { Time } from '../parts/format';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';
import { Several } from '../parts/Several';

export interface LinkActions {
  onMake: (input: MakeLink) => Promise<Result<MadeLink>>;
  onTakeBack: (input: { id: string }) => Promise<Result<void>>;
}

export interface LinksDialogProps extends LinkActions {
  links: readonly TranslationLink[];
  languages: readonly string[];
  documents: readonly DocumentCoverage[];
  /** What the address of a link begins with. */
  url: string;
  zone: string;
  onClose: () => void;
}

export function LinksDialog(props: LinksDialogProps) {
  const { links, url, zone, onTakeBack, onClose } = props;
  const [made, setMade] = useState<{ name: string; address: string }>();
  const takeBack = async ({ id, name }: TranslationLink): Promise<void> => {
    const result = await answered(onTakeBack({ id }));
    if (result.ok) toast.success(say.linkTakenBack({ name }));
    else toast.error(result.error.message);
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.outsideLinks}
      foot={
        <button type="button" className="btn btn-quiet" onClick={onClose}>
          {common.close}
        </button>
      }
    >
      <div className="flex flex-col gap-4 text-sm">
        <p>{say.linksNote}</p>
        {made && <Made {...made} />}
        {links.length === 0 && !made && <p className="text-slate">{say.noLinks}</p>}
        {links.length > 0 && (
          <ul className="border-t border-rule">
            {links.map((link) => (
              <li key={link.id} className="flex items-start gap-3 border-b border-rule py-2">
                <div className="min-w-0 flex-1">
                  <b>{link.name}</b>{' '}
                  <span className="text-slate">
                    {say.linkLine({ language: languageName(link.language) })}{' '}
                    <Time at={link.until} zone={zone} form="day" />
                  </span>
                  <span className="block text-xs text-slate">
                    {link.documents && `${say.opensNamed({ names: listed(link.documents) })} · `}
                    {link.usedAt ? (
                      <>
                        {say.usedLast} <Time at={link.usedAt} zone={zone} />
                      </>
                    ) : (
                      say.notUsed
                    )}
                  </span>
                </div>
                <button
                  type="button"
                  className="btn btn-quiet"
                  aria-label={say.takeLinkBack({ name: link.name })}
                  onClick={() => void takeBack(link)}
                >
                  <X size={14} aria-hidden />
                </button>
              </li>
            ))}
          </ul>
        )}
        <NewLink {...props} onMade={(name, token) => setMade({ name, address: `${url}/t/${token}` })} />
      </div>
    </Dialog>
  );
}

function Made({ name, address }: { name: string; address: string }) {
  return (
    <div role="status" className="border-s-2 border-petrol ps-3">
      <p>{say.hereItIs({ name })}</p>
      <LinkToCopy label={say.theLink} address={address} copied={say.copied} />
    </div>
  );
}

function NewLink({
  languages,
  documents,
  onMake,
  onMade,
}: LinksDialogProps & { onMade: (name: string, token: string) => void }) {
  const [name, setName] = useState('');
  const [language, setLanguage] = useState(languages[0] ?? '');
  const [days, setDays] = useState('14');
  const [scope, setScope] = useState<'all' | 'some'>('all');
  const [chosen, setChosen] = useState<string[]>([]);
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const fail = (path: string, message: string): void =>
    setFailure({ code: 'invalid', message, problems: [{ path, message }] });
  const make = async (): Promise<void> => {
    const n = /^\d{1,3}$/.test(days.trim()) ? Number(days) : 0;
    if (n < 1 || n > 365) return fail('/days', say.daysWrong);
    if (scope === 'some' && chosen.length === 0) return fail('/documents', say.chooseMessages);
    const of = documents.flatMap((d) =>
      chosen.includes(`${d.kind} ${d.slug}`) ? [{ kind: d.kind, slug: d.slug }] : [],
    );
    setBusy(true);
    const result = await answered(onMake({ name, language, days: n, ...(scope === 'some' && { documents: of }) }));
    setBusy(false);
    if (!result.ok) return setFailure(result.error);
    setFailure(undefined);
    setName('');
    setChosen([]);
    onMade(name.trim(), result.value.token);
  };
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        void make();
      }}
    >
      <PanelTitle>{say.newLink}</PanelTitle>
      {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
      <Field label={say.forWhom} hint={say.forWhomHint} problem={problemAt(failure, '/name')}>
        {(ids) => (
          <input {...ids} className="input" maxLength={120} value={name} onChange={(e) => setName(e.target.value)} />
        )}
      </Field>
      <div className="grid grid-cols-2 gap-3">
        <Field label={say.language}>
          {(ids) => (
            <Pick
              id={ids.id}
              value={language}
              choices={languages.map((l) => ({ value: l, label: languageName(l) }))}
              onChange={setLanguage}
            />
          )}
        </Field>
        <Field label={say.days} problem={problemAt(failure, '/days')}>
          {(ids) => (
            <input
              {...ids}
              className="input"
              inputMode="numeric"
              value={days}
              onChange={(e) => setDays(e.target.value)}
            />
          )}
        </Field>
      </div>
      <Segments
        label={say.opens}
        value={scope}
        choices={[
          { value: 'all', label: say.opensAll },
          { value: 'some', label: say.opensSome },
        ]}
        onChange={setScope}
      />
      {scope === 'some' && (
        <Field label={say.whichMessages} problem={problemAt(failure, '/documents')}>
          {() => (
            <Several
              values={chosen}
              least={0}
              label={say.whichMessages}
              choices={documents.map((d) => ({ value: `${d.kind} ${d.slug}`, label: d.name }))}
              onChange={setChosen}
            />
          )}
        </Field>
      )}
      <div>
        <button type="submit" className="btn btn-main" disabled={busy || name.trim() === ''}>
          {say.makeLink}
        </button>
      </div>
    </form>
  );
}
