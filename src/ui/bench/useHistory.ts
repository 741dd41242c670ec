'use client';
/** A value with undo and redo; changes of one kind in quick succession, such as dragging a colour, are one step. */
import { useCallback, useReducer } from 'react';

interface State<T> {
  value: T;
  past: T[];
  future: T[];
  last: { key: string; at: number } | undefined;
}

type Action<T> = { type: 'set'; value: T; key: string; at: number } | { type: 'undo' } | { type: 'redo' };

const STEPS = 200;
const ONE_SITTING_MS = 1_000;

function reduce<T>(state: State<T>, action: Action<T>): State<T> {
  switch (action.type) {
    case 'undo': {
      const before = state.past.at(-1);
      if (before === undefined) return state;
      return {
        value: before,
        past: state.past.slice(0, -1),
        future: [state.value, ...state.future],
        last: undefined,
      };
    }
    case 'redo': {
      const [after, ...future] = state.future;
      if (after === undefined) return state;
      return { value: after, past: [...state.past, state.value], future, last: undefined };
    }
    case 'set': {
      const { value, key, at } = action;
      if (JSON.stringify(value) === JSON.stringify(state.value)) return state;
      const goesOn = state.last?.key === key && at - state.last.at < ONE_SITTING_MS;
      return {
        value,
        past: goesOn ? state.past : [...state.past, state.value].slice(-STEPS),
        future: [],
        last: { key, at },
      };
    }
  }
}

export function useHistory<T>(first: T) {
  const [state, dispatch] = useReducer(reduce<T>, { value: first, past: [], future: [], last: undefined });
  const set = useCallback((value: T, key = '') => dispatch({ type: 'set', value, key, at: Date.now() }), []);
  return {
    value: state.value,
    set,
    undo: state.past.length > 0 ? () => dispatch({ type: 'undo' }) : undefined,
    redo: state.future.length > 0 ? () => dispatch({ type: 'redo' }) : undefined,
  };
}
