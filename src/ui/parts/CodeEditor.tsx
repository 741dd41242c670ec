'use client';
/** A field for text that is code. What highlights it is fetched when one is shown. */
import dynamic from 'next/dynamic';

export interface CodeProblem {
  from: number;
  to: number;
  severity: 'error' | 'warning' | 'info';
  message: string;
}

export type CodeLanguage = 'json' | 'css' | 'html' | 'words';

export interface CodePlaceholder {
  name: string;
  label: string;
}

export interface CodeEditorProps {
  value: string;
  language: CodeLanguage;
  label: string;
  problems?: readonly CodeProblem[];
  readOnly?: boolean;
  /** What `{` offers, where placeholders may stand. */
  placeholders?: readonly CodePlaceholder[];
  onChange?: (value: string) => void;
}

export const CodeEditor = dynamic<CodeEditorProps>(
  () => import('./HighlightedEditor').then((m) => m.HighlightedEditor),
  { ssr: false, loading: () => <div className="h-full min-h-0 border border-rule bg-sheet" aria-busy /> },
);
