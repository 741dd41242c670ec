'use client';
/** A field of a filter that stands in the address: it shows what the address says, and keeps the focus when that changes. */
import { useEffect, useRef, type ComponentProps } from 'react';

export function FilterInput({ value, ...rest }: Omit<ComponentProps<'input'>, 'value'> & { value: string }) {
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (input.current) input.current.value = value;
  }, [value]);
  return <input ref={input} defaultValue={value} {...rest} />;
}
