'use client';
/** Messages of a rehearsal sent by the real services to one's own mailbox: which, where, and what that takes. */
import { useState, useTransition } from 'react';
import { toast } from 'sonner';
import type { AskPosting, PostedSet, PostingForecast } from '@/contract/rehearsal';
import type { Result } from '@/core/result';
import { Check } from '../parts/Check';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { Field, Pick, Segments } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { useForecast } from '../parts/useForecast';
import { say } from '@/words/rehearsal';

export interface Posting {
  places: { me: string; proofs?: string };
  onForecast: (asked: AskPosting) => Promise<Result<PostingForecast>>;
  onPost: (asked: AskPosting) => Promise<Result<{ messages: number }>>;
  onStop: (number: number) => Promise<Result<null>>;
}

export function PostDialog({ number, posting, onClose }: { number: number; posting: Posting; onClose: () => void }) {
  const { places, onForecast, onPost } = posting;
  const [set, setSet] = useState<PostedSet>('notifications');
  const [to, setTo] = useState<AskPosting['to']>('me');
  const [plus, setPlus] = useState(true);
  const [busy, start] = useTransition();
  const asked: AskPosting = { number, set, to, plus };
  const forecast = useForecast(asked, onForecast);
  const post = (): void =>
    start(async () => {
      const posted = valueOrToast(await answered(onPost(asked)));
      if (posted === undefined) return;
      toast.success(say.postingStarted({ n: posted.messages }));
      onClose();
    });
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.postTitle}
      foot={
        <DialogFoot
          label={say.postN({ n: forecast?.messages ?? 0 })}
          busy={busy || !forecast || forecast.trouble !== ''}
          onDo={post}
          onClose={onClose}
        />
      }
    >
      <div className="flex flex-col gap-4 text-sm">
        <p className="text-slate">{say.postNote}</p>
        <Field label={say.postSet}>
          {(ids) => (
            <Pick
              id={ids.id}
              className="w-full"
              value={set}
              choices={[
                { value: 'notifications', label: say.setNotifications },
                { value: 'versions', label: say.setVersions },
                { value: 'all', label: say.setAll },
              ]}
              onChange={setSet}
            />
          )}
        </Field>
        {places.proofs === undefined ? (
          <p>{say.postTo({ address: places.me })}</p>
        ) : (
          <Segments
            label={say.postWhere}
            value={to}
            choices={[
              { value: 'me', label: places.me },
              { value: 'proofs', label: places.proofs },
            ]}
            onChange={setTo}
          />
        )}
        {to === 'proofs' && <p className="text-slate">{say.postProofs}</p>}
        <div>
          <Check label={say.postPlus} on={plus} onChange={setPlus} />
          {forecast && (
            <p className="ms-6 text-xs wrap-anywhere text-slate">{say.postFirst({ address: forecast.to })}</p>
          )}
        </div>
        <div aria-live="polite" className="min-h-12 border-t border-rule pt-3">
          {!forecast && <p className="text-slate">{say.postReckoning}</p>}
          {forecast?.trouble && <Trouble>{forecast.trouble}</Trouble>}
          {forecast && forecast.trouble === '' && (
            <ul className="flex flex-col gap-1">
              {forecast.services.map((s) => (
                <li key={s.name}>
                  {s.left === undefined
                    ? say.takesOf({ n: s.messages, service: s.name })
                    : say.takesOfLimit({ n: s.messages, service: s.name, left: s.left, limit: s.perDay ?? s.left })}
                  {s.perMinute !== undefined && s.messages > s.perMinute && (
                    <span className="text-slate"> {say.takesMinutes({ n: Math.ceil(s.messages / s.perMinute) })}</span>
                  )}
                </li>
              ))}
            </ul>
          )}
        </div>
      </div>
    </Dialog>
  );
}
