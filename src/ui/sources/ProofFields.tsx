'use client';
/** How a shop's requests prove themselves: by signature, token, or name and password. */
import { ALGORITHMS, ENCODINGS, type ProofForm } from '@/contract/sources';
import { Field, Pick as Choose, Segments } from '../parts/fields';
import { say } from '@/words/sources';

const FRESH: Record<ProofForm['by'], ProofForm> = {
  hmac: { by: 'hmac', header: 'x-signature', algorithm: 'sha256', encoding: 'hex', prefix: '' },
  token: { by: 'token', header: 'x-token' },
  basic: { by: 'basic', user: 'shop' },
};

export function ProofFields({
  proof,
  secretHint,
  problem,
  onChange,
}: {
  proof: ProofForm;
  secretHint: string;
  problem: (path: string) => string | undefined;
  onChange: (proof: ProofForm) => void;
}) {
  const text = (name: string, label: string, value: string, hint?: string) => (
    <Field label={label} hint={hint} problem={problem(`/proof/${name}`)}>
      {(ids) => (
        <input
          {...ids}
          className="input"
          autoComplete="off"
          spellCheck={false}
          value={value}
          onChange={(e) => onChange({ ...proof, [name]: e.target.value } as ProofForm)}
        />
      )}
    </Field>
  );
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-col gap-1 text-sm">
        <span className="text-slate">{say.proof}</span>
        <Segments
          label={say.proof}
          value={proof.by}
          choices={[
            { value: 'hmac', label: say.byHmac },
            { value: 'token', label: say.byToken },
            { value: 'basic', label: say.byBasic },
          ]}
          onChange={(by) => onChange(FRESH[by])}
        />
      </div>
      {proof.by === 'basic' ? text('user', say.user, proof.user) : text('header', say.header, proof.header)}
      {proof.by === 'hmac' && (
        <>
          <div className="grid gap-3 sm:grid-cols-2">
            <Field label={say.algorithm}>
              {(ids) => (
                <Choose
                  id={ids.id}
                  value={proof.algorithm}
                  choices={ALGORITHMS.map((a) => ({ value: a, label: a.replace('sha', 'SHA-') }))}
                  onChange={(algorithm) => onChange({ ...proof, algorithm })}
                />
              )}
            </Field>
            <Field label={say.encoding}>
              {(ids) => (
                <Choose
                  id={ids.id}
                  value={proof.encoding}
                  choices={ENCODINGS.map((e) => ({ value: e, label: e === 'hex' ? 'Hex' : 'Base64' }))}
                  onChange={(encoding) => onChange({ ...proof, encoding })}
                />
              )}
            </Field>
          </div>
          {text('prefix', say.prefix, proof.prefix, say.prefixHint)}
        </>
      )}
      <Field label={say.secret} hint={secretHint} problem={problem('/proof/secret')}>
        {(ids) => (
          <input
            {...ids}
            className="input font-mono"
            type="password"
            autoComplete="off"
            value={proof.secret ?? ''}
            onChange={(e) => {
              const { secret: _before, ...rest } = proof;
              onChange((e.target.value === '' ? rest : { ...rest, secret: e.target.value }) as ProofForm);
            }}
          />
        )}
      </Field>
    </div>
  );
}
