/** What a rehearsal of changes takes over from the one before: all that it does not rehearse anew. */
import { markKey, type VersionMarks } from './marks';
import type { RehearsalPlan, UnseenParts, Unshown } from './plan';

/** Whether something is rehearsed; all is without a scope. */
export type Scope = ReadonlySet<string> | undefined;

export const isWithin = (scope: Scope, variantId: string, language: string): boolean =>
  scope === undefined || scope.has(markKey(variantId, language));

/** Notifications and languages that a scope touches. */
export interface Touched {
  notifications: ReadonlySet<string>;
  languages: ReadonlySet<string>;
}

interface Versions {
  id: string;
  variants: readonly { id: string }[];
}

export function touchedBy(scope: ReadonlySet<string>, notifications: readonly Versions[]): Touched {
  const keys = [...scope].map((key) => key.split(' '));
  const variants = new Set(keys.map(([variant]) => variant));
  return {
    notifications: new Set(notifications.filter((n) => n.variants.some((v) => variants.has(v.id))).map((n) => n.id)),
    languages: new Set(keys.map(([, language]) => language!)),
  };
}

/** A message of the run before stays as it was found: what it is made of is the same, and it is not rehearsed anew. */
export function stays(
  message: { notificationId: string; variantId: string; language: string },
  marks: VersionMarks,
  scope: ReadonlySet<string>,
  touched: Touched,
): boolean {
  const { notificationId, variantId, language } = message;
  // What came and was not to come is of no version.
  if (variantId === '') return !touched.notifications.has(notificationId);
  const key = markKey(variantId, language);
  return marks[key] !== undefined && !scope.has(key);
}

/** What no order showed, of the run before and of what was rehearsed anew. `of` are all notifications. */
export function leftOut(
  before: { unshown: readonly Unshown[]; unseen: readonly UnseenParts[] },
  now: Pick<RehearsalPlan, 'lives' | 'unshown' | 'unseen'>,
  { marks, scope, of }: { marks: VersionMarks; scope: ReadonlySet<string>; of: readonly Versions[] },
): { unshown: Unshown[]; unseen: UnseenParts[] } {
  const keys = Object.keys(marks);
  const isLive = (variantId: string): boolean => keys.some((key) => key.startsWith(`${variantId} `));
  // A version is rehearsed anew in all its languages, or in some: then nobody asked for the others.
  const whole = (variantId: string): boolean => keys.every((key) => !key.startsWith(`${variantId} `) || scope.has(key));
  const wholly = ({ variantId, notificationId }: Unshown): boolean =>
    variantId === ''
      ? (of.find((n) => n.id === notificationId)?.variants.every((v) => whole(v.id)) ?? false)
      : whole(variantId);
  const shown = new Set(
    now.lives.flatMap(({ expected }) => expected.messages.map((m) => `${m.variantId} ${m.order.language ?? ''}`)),
  );
  const stillUnshown = (u: Unshown): Unshown[] => {
    if (wholly(u)) return [];
    if (u.variantId === '') return of.some((n) => n.id === u.notificationId) ? [u] : [];
    if (!isLive(u.variantId)) return [];
    const languages = u.languages.filter((l) => !shown.has(`${u.variantId} ${l}`));
    return u.languages.length > 0 && languages.length === 0 ? [] : [{ ...u, languages }];
  };
  return {
    unshown: [...before.unshown.flatMap(stillUnshown), ...now.unshown.filter(wholly)],
    unseen: [
      ...before.unseen.filter(({ variantId, language }) => {
        const key = markKey(variantId, language);
        return marks[key] !== undefined && !scope.has(key);
      }),
      ...now.unseen,
    ],
  };
}
