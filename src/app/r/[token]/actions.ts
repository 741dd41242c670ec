'use server';
/** What somebody without an account does who is shown screenshots: what the link shows, and nothing else. */
import { revalidatePath } from 'next/cache';
import { attempt } from '@/app/act';
import { ApproveSchema, OfRemarkSchema, RemarkSchema } from '@/contract/viewings';
import { checker, type Checked } from '@/core/schema';
import type { Result } from '@/core/result';
import { AppError } from '@/server/base/errors';
import { needViewing, type Viewing } from '@/server/features/viewings/door';
import { approve, remarkOn, takeRemarkBack } from '@/server/features/viewings/viewed';
import { say } from '@/words/refusals';

const checkApprove = checker(ApproveSchema);
const checkRemark = checker(RemarkSchema);
const checkOf = checker(OfRemarkSchema);

async function byLink<T>(
  what: string,
  token: unknown,
  input: unknown,
  check: (value: unknown) => Checked<T>,
  run: (viewing: Viewing, value: T) => Promise<void>,
): Promise<Result<null>> {
  const result = await attempt(what, async () => {
    const viewing = await needViewing(token);
    const checked = check(input);
    if (!checked.ok) throw new AppError('invalid', say.thisCannotBeDoneLike, checked.problems);
    await run(viewing, checked.value);
    return null;
  });
  if (result.ok) revalidatePath(`/r/${String(token)}`, 'layout');
  return result;
}

export async function approveAction(token: string, input: unknown): Promise<Result<null>> {
  return byLink('viewing.approve', token, input, checkApprove, approve);
}

export async function remarkAction(token: string, input: unknown): Promise<Result<null>> {
  return byLink('viewing.remark', token, input, checkRemark, remarkOn);
}

export async function takeRemarkBackAction(token: string, input: unknown): Promise<Result<null>> {
  return byLink('viewing.take-remark-back', token, input, checkOf, takeRemarkBack);
}
