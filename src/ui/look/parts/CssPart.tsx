'use client';
/** Own CSS, with what mail programs will make of it. */
import { readCss } from '@/core/css';
import { CodeEditor } from '../../parts/CodeEditor';
import { type PartProps } from './common';
import { say } from '@/words/look';

export function CssPart({ look, editable, onLook }: PartProps) {
  const { problems } = readCss(look.css);
  const lines = look.css.split('\n');
  const offset = (line: number, column: number): number =>
    lines.slice(0, line - 1).reduce((sum, l) => sum + l.length + 1, 0) + column - 1;
  return (
    <>
      <p className="text-sm text-slate">{say.forThoseWhoWriteIt}</p>
      <div className="h-64 lg:h-auto lg:min-h-56 lg:flex-1">
        <CodeEditor
          label={say.ownCss}
          language="css"
          value={look.css}
          readOnly={!editable}
          problems={problems.map((p) => ({
            from: offset(p.line, p.column),
            to: offset(p.line, p.column) + 1,
            severity: p.severity === 'blocker' ? 'error' : 'warning',
            message: p.message,
          }))}
          onChange={(css) => onLook({ ...look, css: css.slice(0, 20_000) }, 'css')}
        />
      </div>
      <ul className="text-xs" data-testid="css-problems">
        {problems.slice(0, 6).map((p, i) => (
          <li key={i} className={p.severity === 'blocker' ? 'text-madder' : ''}>
            {say.lineLineMessage({ line: p.line, message: p.message })}
          </li>
        ))}
      </ul>
    </>
  );
}
