'use client';
/**
 * A field of a filter that stands in the address: it shows what the address says, and keeps the focus when that changes. What is
 * typed while an answer is still on its way stays.
 */
import { useEffect, useRef, type ComponentProps } from 'react';

export function FilterInput({ value, ...rest }: Omit<ComponentProps<'input'>, 'value'> & { value: string }) {
  const input = useRef<HTMLInputElement>(null);
  /** Whether something was typed that was not asked for yet. */
  const ahead = useRef(false);
  useEffect(() => {
    const form = input.current?.form;
    const asked = (): void => {
      ahead.current = false;
    };
    form?.addEventListener('submit', asked);
    return () => form?.removeEventListener('submit', asked);
  }, []);
  useEffect(() => {
    const field = input.current;
    if (!field) return;
    // Whoever stays in the field, or goes on to the button beside it, still means to ask; a link that clears the filter does not.
    const { activeElement } = document;
    if (ahead.current && field.form?.contains(activeElement) && !activeElement?.matches('a')) return;
    field.value = value;
    ahead.current = false;
  }, [value]);
  return (
    <input
      ref={input}
      defaultValue={value}
      onInput={() => {
        ahead.current = true;
      }}
      {...rest}
    />
  );
}
