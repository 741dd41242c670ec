/** What every page goes through: signed in and belonging to the store, or sent to the place that mends it. */
import { headers } from 'next/headers';
import { notFound, redirect } from 'next/navigation';
import { access, NEEDS_TWO_FACTORS, type Access } from '@/server/auth/access';
import type { Action } from '@/contract/policy';
import { AppError } from '@/server/base/errors';

export async function pageAccess(params: Promise<{ store: string }>, action: Action = 'store.read'): Promise<Access> {
  const { store } = await params;
  try {
    return await access(store, action);
  } catch (error) {
    if (error instanceof AppError && error.code === 'signed-out') {
      redirect(`/sign-in?to=${encodeURIComponent((await headers()).get('x-path') ?? '/')}`);
    }
    if (error instanceof AppError && error.detail === NEEDS_TWO_FACTORS) {
      redirect(`/two-factors?to=${encodeURIComponent((await headers()).get('x-path') ?? '/')}`);
    }
    if (error instanceof AppError && error.code === 'not-found') notFound();
    throw error;
  }
}

/** Loads a page's data; what is not there becomes the "not found" page. */
export async function orNotFound<T>(loading: Promise<T>): Promise<T> {
  try {
    return await loading;
  } catch (error) {
    if (error instanceof AppError && error.code === 'not-found') notFound();
    throw error;
  }
}
