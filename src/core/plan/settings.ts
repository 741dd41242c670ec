/** How a notification goes out, as its screen sets it: checked as a whole, with what is wrong at its place. */
import { Type, type Static } from '@sinclair/typebox';
import { ConditionSchema } from '../conditions/condition';
import { contradiction, covers } from '../conditions/contradiction';
import { testWords, type ConditionNames } from '../conditions/sentence';
import { checker, type SchemaProblem } from '../schema';
import { END_WORDS, scheduleProblems, ScheduleSchema } from '../time/timing';
import { comesTooLate, goesByHand, SUMMARY, timerOf, type MomentId } from '../moments/registry';
import { ruleAboutsAt, subjectAt } from './rules';
import { say } from '../../words/problems';

const strict = { additionalProperties: false } as const;

export const VariantSettingsSchema = Type.Object(
  {
    /** Of one that is there already. */
    id: Type.Optional(Type.String({ minLength: 1, maxLength: 26 })),
    /** Empty for the one for everybody. */
    name: Type.String({ maxLength: 120 }),
    when: Type.Optional(ConditionSchema),
    nothing: Type.Boolean(),
    /** Of a new one: which version it begins from, and whether it follows that or is a copy; a copy of the last without it. */
    begins: Type.Optional(
      Type.Object(
        {
          from: Type.String({ minLength: 1, maxLength: 26 }),
          follows: Type.Boolean(),
        },
        strict,
      ),
    ),
  },
  strict,
);
export type VariantSettings = Static<typeof VariantSettingsSchema>;

export const NotificationSettingsSchema = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 120 }),
    note: Type.String({ maxLength: 1000 }),
    owner: Type.String({ maxLength: 120 }),
    offChannels: Type.Array(Type.String({ maxLength: 64 }), { maxItems: 100, uniqueItems: true }),
    labels: Type.Array(Type.String({ minLength: 1, maxLength: 80 }), { maxItems: 20, uniqueItems: true }),
    /** Of what is written by hand: news or an offer, which its readers can unsubscribe from. */
    offers: Type.Optional(Type.Boolean()),
    when: Type.Optional(ConditionSchema),
    schedule: ScheduleSchema,
    /** In the order in which they are tried; the last is for everyone else. */
    variants: Type.Array(VariantSettingsSchema, { minItems: 1, maxItems: 20 }),
  },
  strict,
);
export type NotificationSettings = Static<typeof NotificationSettingsSchema>;

/** Checks the shape of settings that came from outside. */
export const checkNotificationSettings = checker(NotificationSettingsSchema);

/** What is wrong with settings beyond their shape, each with its place (JSON Pointer, RFC 6901). */
export function settingsProblems(
  settings: NotificationSettings,
  moment: MomentId,
  names: ConditionNames = {},
): SchemaProblem[] {
  const problems: SchemaProblem[] = [];
  if (settings.name.trim() === '') problems.push({ path: '/name', message: say.enterAName });
  problems.push(
    ...scheduleProblems(settings.schedule).map((p) => ({ path: `/schedule${p.path}`, message: p.message })),
  );
  if (timerOf(moment) && settings.schedule.row.length === 0) {
    problems.push({ path: '/schedule/row', message: say.addADelayThisGoes });
  }
  const { rhythm } = settings.schedule;
  if (moment === SUMMARY && !rhythm) problems.push({ path: '/schedule/rhythm', message: say.chooseWhenItComes });
  if (moment === SUMMARY ? settings.schedule.row.length > 0 : rhythm !== undefined) {
    problems.push({ path: '/schedule/row', message: say.onlyASummaryComesAgain });
  }
  if (goesByHand(moment) && settings.schedule.row.length > 0) {
    problems.push({ path: '/schedule/row', message: say.removeTheDelayThisGoes });
  }
  settings.schedule.ends.forEach((end, i) => {
    if (!comesTooLate(moment, end)) return;
    problems.push({
      path: `/schedule/ends/${i}`,
      message: say.endWouldStopEveryMessage({ end: END_WORDS[end] }),
    });
  });
  if (moment === SUMMARY && settings.when) problems.push({ path: '/when', message: say.theRulesSayWhichOrders });
  if (moment === SUMMARY && settings.variants.length > 1)
    problems.push({ path: '/variants', message: say.aSummaryHasOneVersion });
  const ofProduct = ruleAboutsAt(moment);
  const unknown = (when: NotificationSettings['when'], path: string): void => {
    if (subjectAt(moment) && when?.tests.some((t) => !ofProduct.includes(t.about)))
      problems.push({ path, message: say.onlyTheProductIsKnown });
  };
  unknown(settings.when, '/when');
  settings.variants.forEach((v, i) => unknown(v.when, `/variants/${i}/when`));
  const impossible = (when: NotificationSettings['when'], path: string): void => {
    const found = when && contradiction(when);
    if (!found) return;
    const [a, b] = found.tests.map((i) => testWords(when.tests[i]!, names));
    problems.push({ path, message: say.noOrderCanMatchBoth({ a: a!, b: b! }) });
  };
  impossible(settings.when, '/when');
  const seen = new Set<string>();
  settings.variants.forEach((variant, i) => {
    const last = i === settings.variants.length - 1;
    const path = `/variants/${i}`;
    if (last) {
      if (variant.when)
        problems.push({
          path: `${path}/when`,
          message: say.removeTheConditionTheLast,
        });
      return;
    }
    const name = variant.name.trim().toLowerCase();
    if (name === '') problems.push({ path: `${path}/name`, message: say.enterAName });
    else if (seen.has(name)) problems.push({ path: `${path}/name`, message: say.enterAnotherNameAVersion });
    seen.add(name);
    if (!variant.when) {
      problems.push({ path: `${path}/when`, message: say.addAConditionWithoutOne });
      return;
    }
    impossible(variant.when, `${path}/when`);
    const before = settings.variants.slice(0, i).find((v) => v.when && covers(v.when, variant.when));
    if (before) {
      problems.push({
        path: `${path}/when`,
        message: say.changeThisConditionNameComes({ name: before.name }),
      });
    }
  });
  return problems;
}
