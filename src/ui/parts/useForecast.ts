'use client';
/** What something would come to, asked from the server as one types. */
import { useEffect, useState } from 'react';
import type { Result } from '@/core/result';
import { asking } from './asking';
import { answered } from './result';

/** How long it waits for more to be typed. */
const WAIT_MS = 250;

/** As one types, the forecast of what stands there now; undefined while it is asked for or where it cannot be done like this. */
export function useForecast<T, R>(deed: T | undefined, onForecast: (deed: T) => Promise<Result<R>>): R | undefined {
  const asked = deed && JSON.stringify(deed);
  const [known, setKnown] = useState<{ asked: string; forecast: R | undefined }>();
  useEffect(() => {
    if (asked === undefined) return;
    return asking(
      () => answered(onForecast(JSON.parse(asked) as T)),
      (result) => setKnown({ asked, forecast: result.ok ? result.value : undefined }),
      WAIT_MS,
    );
  }, [asked, onForecast]);
  return known && known.asked === asked ? known.forecast : undefined;
}
