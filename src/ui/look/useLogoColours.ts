'use client';
/** The main colours of a look's logos, read once for each picture, so that it is known whether they can be seen. */
import { useEffect, useMemo, useState } from 'react';
import type { LogoColours, Look, PictureColour } from '@/core/look';
import type { Result } from '@/core/result';
import { answered } from '../parts/result';

export function useLogoColours(
  logo: Look['logo'],
  onColours: (path: string) => Promise<Result<PictureColour[]>>,
): LogoColours {
  const [known, setKnown] = useState<Readonly<Record<string, PictureColour[]>>>({});
  const [light, dark] = [logo?.light.path, logo?.dark?.path];
  useEffect(() => {
    let gone = false;
    for (const path of [light, dark]) {
      if (path === undefined) continue;
      // What cannot be read is not judged.
      void answered(onColours(path)).then((result) => {
        if (result.ok && !gone) setKnown((was) => ({ ...was, [path]: result.value }));
      });
    }
    return () => {
      gone = true;
    };
  }, [light, dark, onColours]);
  return useMemo(
    () => ({
      light: light === undefined ? undefined : known[light],
      dark: dark === undefined ? undefined : known[dark],
    }),
    [known, light, dark],
  );
}
