'use client';
/** The days on which the store does not work, for whatever on its screens says when something comes. */
import { createContext, use, useMemo, type ReactNode } from 'react';
import { NO_DAYS_OFF, type DaysOff } from '@/core/time';

const Off = createContext<DaysOff>(NO_DAYS_OFF);

export function DaysOffOf({ days, children }: { days: readonly string[]; children: ReactNode }) {
  const key = days.join(' ');
  const off = useMemo(() => new Set(key.split(' ').filter(Boolean)), [key]);
  return <Off value={off}>{children}</Off>;
}

export const useDaysOff = (): DaysOff => use(Off);
