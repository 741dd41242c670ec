'use client';
/**
 * A link within the application. What it leads to is fetched when it is pointed at, and not for every link that can be seen: a board
 * holds some eighty of them.
 */
import NextLink from 'next/link';
import { useState, type ComponentProps } from 'react';

export default function Link(props: ComponentProps<typeof NextLink>) {
  const [meant, setMeant] = useState(false);
  return (
    <NextLink
      {...props}
      prefetch={meant ? null : false}
      onMouseEnter={(event) => {
        setMeant(true);
        props.onMouseEnter?.(event);
      }}
      onFocus={(event) => {
        setMeant(true);
        props.onFocus?.(event);
      }}
    />
  );
}
