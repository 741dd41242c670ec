'use client';
/** How far everything that has words is in each language, and what that meant for last month's messages. */
import type { Coverage, DocumentCoverage, LanguageCoverage } from '@/contract/languages';
import { languageName } from '@/core/names';
import { progress } from '@/core/translation';
import { say } from '@/words/languages';
import Link from '../parts/Link';
import { Mark } from '../parts/marks';
import { Empty, Page } from '../parts/Page';
import { leftWords, toneOf } from './states';
import { placeOf } from './where';

export function LanguagesScreen({ base, coverage }: { base: string; coverage: Coverage }) {
  const { languages, documents, source } = coverage;
  const groups = [
    { name: say.customerMessages, of: documents.filter((d) => d.kind === 'template' && d.audience === 'customer') },
    { name: say.otherMessages, of: documents.filter((d) => d.kind === 'template' && d.audience !== 'customer') },
    { name: say.passages, of: documents.filter((d) => d.kind === 'passage') },
    { name: say.sharedWords, of: documents.filter((d) => d.kind !== 'template' && d.kind !== 'passage') },
  ].filter(({ of }) => of.length > 0);
  return (
    <Page title={say.languages} note={say.fromLanguage({ language: languageName(source) })}>
      {languages.length === 0 ? (
        <Empty title={say.oneLanguage}>{say.oneLanguageNote}</Empty>
      ) : (
        <div className="lg:h-full lg:overflow-auto">
          <div className="grid grid-cols-[repeat(auto-fill,minmax(10rem,1fr))] gap-4 border-b border-rule px-5 py-4 text-sm lg:hidden">
            {languages.map((l) => (
              <LanguageHead key={l.language} base={base} coverage={l} />
            ))}
          </div>
          <table className="lines w-full text-sm">
            <thead className="sticky top-0 z-10 bg-panel align-bottom">
              <tr className="border-b border-rule">
                <th scope="col" className="px-2 py-2 ps-5 text-start text-xs font-normal text-slate">
                  {say.where}
                </th>
                {languages.map((l) => (
                  <th key={l.language} scope="col" className="min-w-40 px-2 py-2 text-start font-normal last:pe-5">
                    <LanguageHead base={base} coverage={l} />
                  </th>
                ))}
              </tr>
            </thead>
            {groups.map(({ name, of }) => (
              <tbody key={name} aria-label={name}>
                <tr>
                  <th
                    scope="rowgroup"
                    colSpan={languages.length + 1}
                    data-line="rest"
                    className="px-5 pt-4 pb-1 text-start"
                  >
                    <span className="font-serif text-sm font-normal text-slate italic">{name}</span>
                  </th>
                </tr>
                {of.map((d) => (
                  <DocumentRow key={`${d.kind} ${d.slug}`} base={base} document={d} languages={languages} />
                ))}
              </tbody>
            ))}
          </table>
        </div>
      )}
    </Page>
  );
}

/** A language above its column: how far it is, and who did not get it. */
function LanguageHead({ base, coverage }: { base: string; coverage: LanguageCoverage }) {
  const { language, counts, wanted, elsewhere } = coverage;
  const { all, done } = progress(counts);
  const name = languageName(language);
  return (
    <div className="flex flex-col gap-1">
      <Link className="link self-start py-0.5 text-base font-semibold" href={`${base}/languages/${language}`}>
        {name}
      </Link>
      <span
        className="block h-1.5 max-w-40 bg-rule"
        role="img"
        aria-label={say.doneOfLong({ done, all })}
        title={say.doneOfLong({ done, all })}
      >
        <span className="block h-full bg-moss" style={{ width: `${all === 0 ? 0 : (100 * done) / all}%` }} />
      </span>
      <span className="text-xs text-slate">{say.doneOf({ done, all })}</span>
      <span className={`text-xs ${elsewhere > 0 ? 'text-ink' : 'text-slate'}`}>
        {wanted === 0
          ? say.noneWanted({ language: name })
          : say.sentElsewhere({ n: elsewhere, wanted, language: name })}
      </span>
    </div>
  );
}

function DocumentRow({
  base,
  document,
  languages,
}: {
  base: string;
  document: DocumentCoverage;
  languages: readonly LanguageCoverage[];
}) {
  const { name, on, sent } = document;
  return (
    <tr className="border-b border-rule hover:bg-panel">
      <th data-line="name" scope="row" className="py-1.5 ps-5 pe-3 text-start font-normal">
        <span className="font-semibold">{name}</span>
        {(sent > 0 || !on) && (
          <span className="text-xs text-slate"> {on ? say.sentLastMonth({ n: sent }) : say.off}</span>
        )}
      </th>
      {languages.map(({ language }) => {
        const counts = document.counts[language];
        if (!counts || progress(counts).all === 0) return <td key={language} />;
        const words = leftWords(counts);
        const named = languageName(language);
        return (
          <td key={language} data-line="rest" data-label={named} className="px-2 py-0.5">
            <Link
              className="inline-flex min-h-6 items-center gap-1.5 hover:text-petrol hover:underline"
              href={placeOf(base, language, document)}
              aria-label={say.cell({ document: name, language: named, words })}
            >
              <Mark tone={toneOf(counts)} size={12} />
              {words}
            </Link>
          </td>
        );
      })}
    </tr>
  );
}
