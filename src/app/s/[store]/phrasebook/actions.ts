'use server';
import { revalidatePath } from 'next/cache';
import { act } from '@/app/act';
import type { Result } from '@/core/result';
import { savePhrase } from '@/server/views/phrasebook';

export async function savePhraseAction(
  store: string,
  input: { phrase: string; language: string; source: string },
): Promise<Result<null>> {
  return act(store, 'phrase.edit', async (who) => {
    await savePhrase(who, input);
    revalidatePath(`/s/${store}`, 'layout');
    return null;
  });
}
