'use client';
/**
 * What is behind the sheet: the template as JSON, the words of each segment as MessageFormat 2, the HTML as it is sent.
 * The first two can be edited here; what cannot be read stays in the field with its problem in place, and changes
 * nothing.
 */
import { useMemo, useRef, useState } from 'react';
import { placeholdersAt } from '@/core/placeholders';
import type { Finding } from '@/core/preflight';
import type { SegmentPlace, Template } from '@/core/template';
import type { ReadTemplate } from '../bench/useRenderer';
import { CodeEditor, type CodeProblem } from '../parts/CodeEditor';
import { Pick } from '../parts/fields';
import { say } from '@/words/desk';

export interface SourceViewProps {
  template: Template;
  moment: string;
  places: readonly SegmentPlace[];
  language: string;
  findings: readonly Finding[];
  html: string;
  editable: boolean;
  /** Which segment is selected on the Desk. */
  segment: string | undefined;
  /** Reads JSON off the main thread, which may not make code of schemas. */
  readTemplate: ReadTemplate;
  onTemplate: (template: Template) => void;
  onWords: (segment: string, source: string) => void;
}

export function SourceView(props: SourceViewProps) {
  const { template, moment, places, language, findings, html, editable, onTemplate, onWords } = props;
  const [chosen, setChosen] = useState(props.segment ?? 'template');
  const place = places.find((p) => p.id === chosen);
  const source = place ? (template.words[language]?.[place.id] ?? '') : '';
  const problems = useMemo(
    () =>
      findings
        .filter((f) => f.place === chosen && f.language === language)
        .map((f): CodeProblem => ({
          from: f.start ?? 0,
          to: f.end ?? f.start ?? 0,
          severity: f.severity === 'blocker' ? 'error' : f.severity === 'warning' ? 'warning' : 'info',
          message: f.message,
        })),
    [findings, chosen, language],
  );
  return (
    <div className="mx-auto flex h-full min-h-96 max-w-3xl flex-col gap-2">
      <div className="w-72">
        <Pick
          label={say.sourceOf}
          value={place || chosen === 'html' ? chosen : 'template'}
          choices={[
            { value: 'template', label: say.theWholeTemplate, note: say.json },
            ...places.map((p) => ({ value: p.id, label: p.label, note: 'MessageFormat 2' })),
            { value: 'html', label: say.theMessageAsSent, note: say.htmlToRead },
          ]}
          onChange={setChosen}
        />
      </div>
      <div className="min-h-0 flex-1">
        {chosen === 'html' ? (
          <CodeEditor key="html" label={say.htmlOfTheMessage} language="html" value={html} readOnly />
        ) : place ? (
          <>
            <CodeEditor
              key={`${language} ${place.id}`}
              label={say.sourceOfLabel({ label: place.label })}
              language={place.form === 'html' ? 'html' : 'words'}
              value={source}
              problems={problems}
              readOnly={!editable}
              placeholders={placeholdersAt(moment)}
              onChange={(next) => onWords(place.id, next)}
            />
            <Problems list={problems} />
          </>
        ) : (
          <TemplateSource {...{ template, editable, onTemplate }} readTemplate={props.readTemplate} />
        )}
      </div>
    </div>
  );
}

function Problems({ list }: { list: readonly CodeProblem[] }) {
  if (list.length === 0) return null;
  return (
    <ul className="mt-1 text-sm text-madder" role="status">
      {list.map((p) => (
        <li key={p.message}>{p.message}</li>
      ))}
    </ul>
  );
}

const written = (template: Template): string => JSON.stringify(template, null, 2);

function TemplateSource({
  template,
  editable,
  readTemplate,
  onTemplate,
}: {
  template: Template;
  editable: boolean;
  readTemplate: ReadTemplate;
  onTemplate: (template: Template) => void;
}) {
  const [text, setText] = useState(() => written(template));
  const [problems, setProblems] = useState<CodeProblem[]>([]);
  const [seen, setSeen] = useState(template);
  const own = useRef<Template>(template);
  // Changed from elsewhere (undo, the sheet): the field follows. What was made here is there already.
  if (seen !== template) {
    setSeen(template);
    if (own.current !== template) {
      setText(written(template));
      setProblems([]);
    }
  }
  const newest = useRef('');
  const change = (next: string): void => {
    setText(next);
    newest.current = next;
    void readTemplate(next).then((read) => {
      if (newest.current !== next) return;
      setProblems(read.problems.map((p) => ({ ...p, severity: 'error' })));
      if (read.template && JSON.stringify(read.template) !== JSON.stringify(template)) {
        own.current = read.template;
        onTemplate(read.template);
      }
    });
  };
  return (
    <div className="flex h-full flex-col">
      <div className="min-h-0 flex-1">
        <CodeEditor
          label={say.theTemplateAsJson}
          language="json"
          value={text}
          problems={problems}
          readOnly={!editable}
          onChange={change}
        />
      </div>
      <Problems list={problems.slice(0, 4)} />
    </div>
  );
}
