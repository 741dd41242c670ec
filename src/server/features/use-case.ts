/**
 * What the interface can have done, declared: its name, the permission it needs, the shape of what goes in, and the deed. There is one
 * way to run one ({@link perform}), which takes the person from the session, and a test runs every one of them as every role.
 */
import type { Static, TSchema } from '@sinclair/typebox';
import { checker, type Checked } from '@/core/schema';
import { access, type Access } from '../auth/access';
import type { Action } from '../../contract/policy';
import { AppError } from '../base/errors';
import { say } from '@/words/refusals';

export interface UseCase<In extends TSchema = TSchema, Out = unknown> {
  readonly name: string;
  readonly permission: Action;
  readonly input: In;
  readonly check: (value: unknown) => Checked<Static<In>>;
  readonly run: (access: Access, input: Static<In>) => Promise<Out>;
}

/** Every use case that was declared, by name. */
export const USE_CASES = new Map<string, UseCase>();

/** Declares a use case; {@link perform} runs it. */
export function useCase<In extends TSchema, Out>(declared: {
  name: string;
  permission: Action;
  input: In;
  run: (access: Access, input: Static<In>) => Promise<Out>;
}): UseCase<In, Out> {
  const made: UseCase<In, Out> = { ...declared, check: checker(declared.input) };
  USE_CASES.set(made.name, made as unknown as UseCase);
  return made;
}

/**
 * Runs a use case for whoever is signed in. Throws an {@link AppError} when nobody is, when they do not belong to the store or may not,
 * and for what goes in being of another shape: in that order, so that nobody learns anything of a store that is not theirs.
 */
export async function perform<In extends TSchema, Out>(
  { permission, check, run }: UseCase<In, Out>,
  storeId: string,
  input: unknown,
): Promise<Out> {
  const who = await access(typeof storeId === 'string' ? storeId.slice(0, 60) : '', permission);
  const checked = check(input);
  if (!checked.ok) throw new AppError('invalid', say.thisCannotBeDoneLike, checked.problems);
  return run(who, checked.value);
}
