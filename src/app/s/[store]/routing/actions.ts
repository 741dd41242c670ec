'use server';
/** What Routing does on the server. */
import { act, actAndRefresh, done } from '@/app/act';
import type { RuleForecast } from '@/core/plan';
import type { Result } from '@/core/result';
import { rule } from '@/server/features/notifications/use-cases';
import type { DraftRule, DraftSeen, TakenBackSeen, TriedOrder } from '@/contract/routing';

export async function addRuleAction(store: string, values: unknown): Promise<Result<null>> {
  return done(await act(rule.add, store, { rule: values }));
}

export async function changeRuleAction(store: string, id: string, values: unknown): Promise<Result<null>> {
  return done(await act(rule.change, store, { id, rule: values }));
}

export async function removeRuleAction(store: string, id: string): Promise<Result<null>> {
  return done(await act(rule.remove, store, { id }));
}

export async function pauseRuleAction(store: string, input: unknown): Promise<Result<null>> {
  return done(await actAndRefresh(rule.pause, store, input));
}

export async function forecastRuleAction(
  store: string,
  values: unknown,
  instead?: string,
): Promise<Result<RuleForecast>> {
  return act(rule.forecast, store, { rule: values, ...(instead !== undefined && { instead }) });
}

export async function lookAtTakingBackAction(store: string, id: string): Promise<Result<TakenBackSeen>> {
  return act(rule.lookAtTakingBack, store, { id });
}

export async function takeRuleChangeBackAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(rule.takeBack, store, { id }));
}

export async function draftRuleAction(store: string, draft: DraftRule): Promise<Result<null>> {
  return done(await actAndRefresh(rule.draft, store, draft));
}

export async function dropDraftsAction(store: string, ids: string[]): Promise<Result<null>> {
  return done(await actAndRefresh(rule.dropDrafts, store, { ids }));
}

export async function lookAtDraftsAction(store: string): Promise<Result<DraftSeen>> {
  return act(rule.lookAtDrafts, store, {});
}

export async function makeDraftsLiveAction(store: string, ids: string[]): Promise<Result<null>> {
  return done(await actAndRefresh(rule.makeDraftsLive, store, { ids }));
}

export async function saveCopyAction(store: string, input: unknown): Promise<Result<null>> {
  return done(await actAndRefresh(rule.saveCopy, store, input));
}

export async function removeCopyAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(rule.removeCopy, store, { id }));
}

export async function tryOrderAction(store: string, order: string): Promise<Result<TriedOrder>> {
  return act(rule.try, store, { order });
}

export async function testRuleAction(
  store: string,
  id: string,
  order: string,
): Promise<Result<{ to: string; subject: string }>> {
  return act(rule.test, store, { id, order });
}
