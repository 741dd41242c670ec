/** The lines of an SMTP conversation, ours and theirs told apart. */
export function Conversation({ text }: { text: string }) {
  return (
    <pre className="mt-1 max-h-64 overflow-auto border border-rule bg-sheet p-2 font-mono text-xs leading-5 whitespace-pre-wrap">
      {text.split('\n').map((line, i) => (
        <div key={i} className={line.startsWith('C: ') ? 'text-petrol' : ''}>
          {line.startsWith('C: ') ? '› ' : line.startsWith('S: ') ? '‹ ' : ''}
          {line.replace(/^[CS]: /, '')}
        </div>
      ))}
    </pre>
  );
}
