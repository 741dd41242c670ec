/** The Journey's own grid, with a verdict for each language in place of states. */
import { languageName } from '@/core/names';
import { BAD, type RehearsedCard } from '@/contract/rehearsal';
import { LaneGrid } from '../journey/LaneGrid';
import Link from '../parts/Link';
import { VerdictMark } from './Verdict';
import { OUTCOME_WORDS } from './views';
import { say } from '@/words/rehearsal';

export function VerdictBoard({
  cards,
  opened,
  hrefOfMessage,
}: {
  cards: readonly RehearsedCard[];
  /** The message that is looked at. */
  opened: string | undefined;
  hrefOfMessage: (id: string) => string;
}) {
  return (
    <LaneGrid
      cell={(lane, column) => {
        const own = cards.filter((c) => c.audience === lane.audience && c.column === column);
        return own.length === 0 ? (
          <p className="px-1 pt-0.5 pb-2 text-xs text-slate">{say.noMessages}</p>
        ) : (
          own.map((card) => <CardOf key={card.id} card={card} opened={opened} hrefOfMessage={hrefOfMessage} />)
        );
      }}
    />
  );
}

function CardOf({
  card,
  opened,
  hrefOfMessage,
}: {
  card: RehearsedCard;
  opened: string | undefined;
  hrefOfMessage: (id: string) => string;
}) {
  const bad = card.cells.some((c) => BAD.includes(c.outcome));
  return (
    <article
      aria-label={card.name}
      className={`mb-1.5 border bg-sheet px-2 pt-1 pb-1.5 ${bad ? 'border-madder' : 'border-rule'}`}
    >
      <h3 className="font-serif text-sm leading-tight font-semibold">{card.name}</h3>
      <ul className="mt-1 flex flex-wrap gap-1">
        {card.cells.map(({ language, outcome, first }) => {
          const words = say.cell({ language: languageName(language), outcome: OUTCOME_WORDS[outcome] });
          return (
            <li key={language}>
              <Link
                href={hrefOfMessage(first)}
                scroll={false}
                aria-current={first === opened ? 'true' : undefined}
                title={words}
                className={`inline-flex min-h-6 min-w-6 items-center gap-0.5 border px-1 text-xs leading-none hover:border-slate ${
                  first === opened
                    ? 'border-petrol bg-petrol-tint'
                    : BAD.includes(outcome)
                      ? 'border-madder bg-madder-tint'
                      : 'border-rule'
                }`}
              >
                <VerdictMark outcome={outcome} label="" />
                <span aria-hidden>{language}</span>
                <span className="sr-only">{words}</span>
              </Link>
            </li>
          );
        })}
      </ul>
    </article>
  );
}
