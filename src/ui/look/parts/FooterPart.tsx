'use client';
/** The foot of every message: place, legal lines by language, links with signs. */
import { LINK_SIGNS, SIGN_LABELS, signPath, type FooterLink, type LinkSign } from '@/core/look';
import { safeUrl } from '@/core/text';
import { phrasebookFor } from '@/core/template';
import { Check } from '../../parts/Check';
import { Pick, Segments, type Choice } from '../../parts/fields';
import { WordsEditor, type EditingContext } from '../../desk/editor/WordsEditor';
import { viewSegment } from '../../desk/useSegments';
import { languageName } from '@/core/names';
import { changer, Row, SIDES, withWords, type LookLanguage, type PartProps } from './common';
import { say } from '@/words/look';
import { inEachLanguage } from '@/words/speak';

const SIGNS: readonly Choice<LinkSign>[] = inEachLanguage(() =>
  LINK_SIGNS.map((value) => ({ value, label: SIGN_LABELS[value] })),
);

export function FooterPart(
  props: PartProps &
    LookLanguage & {
      direction: 'ltr' | 'rtl';
      context: EditingContext;
      phrases: Record<string, string>;
    },
) {
  const { look, editable, onLook, language, own, direction, context, phrases } = props;
  const { footer } = look;
  const set = changer(props, 'footer');
  const source = footer.legal[language] ?? phrasebookFor(language, phrases).footer;
  const words = viewSegment(source, context.values, context.writing.locale);
  const links = (next: FooterLink[], key: string): void => set({ links: next }, key);
  const change = (i: number, part: Partial<FooterLink>): void =>
    links(
      footer.links.map((l, j) => (j === i ? { ...l, ...part } : l)),
      `link ${i} ${Object.keys(part).join()}`,
    );
  return (
    <>
      <Row label={say.place}>
        <Segments
          label={say.place}
          value={footer.place}
          choices={[
            { value: 'inside', label: say.onTheSheet },
            { value: 'below', label: say.belowIt },
          ]}
          onChange={(place) => set({ place })}
        />
      </Row>
      <Row label={say.alignment}>
        <Segments label={say.alignment} value={footer.align} choices={SIDES} onChange={(align) => set({ align })} />
      </Row>
      {footer.place === 'inside' && <Check label={say.lineAbove} on={footer.line} onChange={(line) => set({ line })} />}
      <div>
        <div className="mb-1 text-sm text-slate">{say.legalLines}</div>
        {words.words ? (
          <WordsEditor
            key={language}
            document={words.words}
            formIndex={words.ownForm}
            form="line"
            label={say.legalLines}
            className="input min-h-16 py-1.5 text-sm"
            {...{ context, direction, editable }}
            onChange={(next) =>
              onLook(
                { ...look, footer: { ...footer, legal: { ...footer.legal, [language]: next } } },
                `legal ${language}`,
              )
            }
          />
        ) : (
          <textarea
            className="input font-mono text-xs"
            rows={4}
            value={source}
            readOnly={!editable}
            onChange={(e) =>
              onLook(
                { ...look, footer: { ...footer, legal: { ...footer.legal, [language]: e.target.value } } },
                `legal ${language}`,
              )
            }
          />
        )}
        <p className="mt-1 text-xs text-slate">{say.typeForAValueSuch}</p>
      </div>
      <div>
        <div className="mb-1 flex items-baseline text-sm text-slate">
          {say.links}
          {editable && footer.links.length < 10 && (
            <button
              type="button"
              className="link ms-auto"
              onClick={() => links([...footer.links, { sign: 'shop', label: say.theShop, url: 'https://' }], 'add')}
            >
              {say.addALink}
            </button>
          )}
        </div>
        <ul className="flex flex-col gap-2">
          {footer.links.map((link, i) => (
            <li key={i} className="flex flex-col gap-1 rounded-control border border-rule bg-sheet p-2">
              <div className="flex items-center gap-1">
                <Sign sign={link.sign} />
                <Pick
                  label={say.sign}
                  value={link.sign}
                  choices={SIGNS}
                  onChange={(sign) => change(i, { sign })}
                  className="flex-1"
                />
                {editable && (
                  <>
                    <button
                      type="button"
                      aria-label={say.moveLabelUp({ label: link.label })}
                      className="btn btn-quiet"
                      disabled={i === 0}
                      onClick={() => links(footer.links.toSpliced(i, 1).toSpliced(i - 1, 0, link), 'move')}
                    >
                      ↑
                    </button>
                    <button
                      type="button"
                      aria-label={say.removeLabel({ label: link.label })}
                      className="btn btn-quiet"
                      onClick={() => links(footer.links.toSpliced(i, 1), 'remove')}
                    >
                      ×
                    </button>
                  </>
                )}
              </div>
              <input
                aria-label={
                  language === own
                    ? say.wordsOfTheLink
                    : say.wordsOfTheLinkLanguageName({ languageName: languageName(language) })
                }
                className="input"
                readOnly={!editable}
                value={language === own ? link.label : (link.labels?.[language] ?? '')}
                placeholder={language === own ? say.whatItLeadsTo : link.label}
                aria-invalid={link.label.trim() === '' || undefined}
                maxLength={60}
                onChange={(e) =>
                  change(
                    i,
                    language === own
                      ? { label: e.target.value }
                      : { labels: withWords(link.labels, language, e.target.value) },
                  )
                }
              />
              <input
                aria-label={say.addressOfTheLink}
                className="input"
                readOnly={!editable}
                aria-invalid={safeUrl(link.url) === undefined || undefined}
                value={link.url}
                onChange={(e) => change(i, { url: e.target.value })}
              />
            </li>
          ))}
        </ul>
      </div>
      {footer.links.length > 0 && (
        <Segments
          label={say.linksAs}
          value={footer.linksAs}
          choices={[
            { value: 'signs', label: say.signs },
            { value: 'words', label: say.words },
            { value: 'both', label: say.both },
          ]}
          onChange={(linksAs) => set({ linksAs })}
        />
      )}
    </>
  );
}

function Sign({ sign }: { sign: LinkSign }) {
  return (
    <svg
      width="20"
      height="20"
      viewBox="0 0 24 24"
      aria-hidden
      fill="none"
      stroke="currentColor"
      strokeWidth="1.8"
      strokeLinejoin="round"
      strokeLinecap="round"
    >
      <path d={signPath(sign)} />
    </svg>
  );
}
