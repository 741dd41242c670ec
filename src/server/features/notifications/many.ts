/** Several drafts published at once: first looked at, one by one, then published as they were seen. */
import { findingProblem } from '@/core/preflight';
import { placedSentence } from '@/core/schema';
import { templateChanges } from '@/core/template';
import type { BulkOutcome, ManyDraft } from '@/contract/notifications';
import type { Access } from '../../auth/access';
import { AppError } from '../../base/errors';
import { publishTemplate, writtenBlockers } from '../templates/templates';
import { boardRows } from './board';

/** Every version of these notifications whose draft is not what is live: what would change, and what stops it. */
export async function draftsOf(access: Access, slugs: readonly string[]): Promise<ManyDraft[]> {
  const wanted = new Set(slugs);
  const [rows, stops] = await Promise.all([boardRows(access), writtenBlockers(access)]);
  return rows
    .filter((r) => wanted.has(r.notification.slug) && r.stands.draft)
    .map((r) => ({
      slug: r.address,
      name: r.title,
      revision: r.template.revision,
      on: r.notification.on,
      ...(r.edition && { edition: r.edition.number }),
      changes: templateChanges(r.edition?.template, r.template.draft),
      blockers: stops(r.notification.moment, r.template.draft).map((f) => placedSentence(findingProblem(f))),
    }));
}

/** Publishes drafts that were seen. What is refused, or was changed since, leaves the others alone. */
export async function publishMany(
  access: Access,
  drafts: readonly { slug: string; revision: number }[],
  note?: string,
): Promise<BulkOutcome> {
  const outcome: BulkOutcome = { done: [], refused: [] };
  const names = new Map((await boardRows(access)).map((r) => [r.address, r.title]));
  for (const { slug, revision } of drafts) {
    const name = names.get(slug) ?? slug;
    try {
      await publishTemplate(access, slug, revision, note);
      outcome.done.push(name);
    } catch (error) {
      if (!(error instanceof AppError)) throw error;
      const [first] = error.problems;
      outcome.refused.push({ name, why: first ? placedSentence(first) : error.message });
    }
  }
  return outcome;
}
