'use client';
/** Connecting the shop system: an event chosen, its JSON, and a line to paste into a shell. */
import { useState } from 'react';
import { toast } from 'sonner';
import type { Result } from '@/core/result';
import { CodeEditor } from '../parts/CodeEditor';
import { Pick } from '../parts/fields';
import { Time } from '../parts/format';
import Link from '../parts/Link';
import { Page, PanelTitle } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { say } from '@/words/orders';
import { say as common } from '@/words/common';
import { Said } from '../parts/Said';

export interface ConnectProps {
  base: string;
  zone: string;
  url: string;
  openApi: string;
  events: { type: string; label: string; body: string }[];
  newest: { id: string; type: string; source: string; at: string }[];
  mayShow: boolean;
  onKey: () => Promise<Result<string>>;
}

const HIDDEN = 'whsec_...';

/** Signs and sends an event as Standard Webhooks say, with what every machine has: bash, openssl, curl. */
function curlLine(url: string, key: string, body: string): string {
  const json = JSON.stringify(JSON.parse(body)).replaceAll("'", `'\\''`);
  return [
    `KEY='${key}'; ID="msg_$(date +%s%N)"; TS=$(date +%s)`,
    `BODY='${json}'`,
    `HEX=$(printf %s "\${KEY#whsec_}" | base64 -d | od -An -tx1 | tr -d ' \\n')`,
    `SIG=$(printf %s "$ID.$TS.$BODY" | openssl dgst -sha256 -mac HMAC -macopt "hexkey:$HEX" -binary | base64)`,
    `curl -sS '${url}' -H 'content-type: application/json' -H "webhook-id: $ID" -H "webhook-timestamp: $TS" -H "webhook-signature: v1,$SIG" -d "$BODY"`,
  ].join('\n');
}

export function ConnectScreen({ base, zone, url, openApi, events, newest, mayShow, onKey }: ConnectProps) {
  const [type, setType] = useState(events[0]?.type ?? '');
  const [key, setKey] = useState(HIDDEN);
  const chosen = events.find((e) => e.type === type) ?? events[0]!;
  const [edited, setEdited] = useState<string>();
  const body = edited ?? chosen.body;
  let line: string | undefined;
  try {
    line = curlLine(url, key, body);
  } catch {
    line = undefined;
  }
  const show = async (): Promise<void> => {
    const found = valueOrToast(await answered(onKey()));
    if (found) setKey(found);
  };
  const copy = async (): Promise<void> => {
    if (!line) return;
    await navigator.clipboard.writeText(line);
    toast.success(say.copiedPasteItIntoA);
  };
  return (
    <Page
      back={{ href: `${base}/orders`, label: common.allOrders }}
      title={say.connectTheShop}
      note={say.howAShopSystemTells}
      actions={
        <a className="btn" href={openApi} target="_blank" rel="noreferrer">
          {say.openAPIDescription}
        </a>
      }
    >
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-2">
        <section className="flex lg:min-h-0 flex-col gap-3 lg:overflow-auto max-lg:border-b lg:border-e border-rule bg-panel px-5 py-4 text-sm">
          <p>
            <Said
              words={say.oneEvent({ url })}
              marks={{
                code: (words) => <code>{words}</code>,
                address: (words) => <code className="break-all">{words}</code>,
              }}
            />
          </p>
          <p>
            {say.ownJson}{' '}
            <Link href={`${base}/store/sources`} className="link">
              {say.connectAsSource}
            </Link>
          </p>
          <Pick
            label={say.event}
            value={type}
            choices={events.map((e) => ({ value: e.type, label: e.label, note: e.type }))}
            onChange={(next) => {
              setType(next);
              setEdited(undefined);
            }}
          />
          <div className="min-h-60 flex-1">
            <CodeEditor label={say.theEvent} language="json" value={body} onChange={setEdited} />
          </div>
        </section>
        <section className="flex lg:min-h-0 flex-col gap-3 lg:overflow-auto px-5 py-4 text-sm">
          <div className="flex items-baseline gap-3">
            <PanelTitle>{say.aLineThatSendsIt}</PanelTitle>
            <span className="ms-auto flex gap-2">
              {mayShow && key === HIDDEN && (
                <button type="button" className="btn" onClick={() => void show()}>
                  {say.putTheKeyIn}
                </button>
              )}
              <button type="button" className="btn" disabled={!line} onClick={() => void copy()}>
                {common.copy}
              </button>
            </span>
          </div>
          {line ? (
            <pre
              tabIndex={0}
              aria-label={say.shellCommand}
              data-testid="curl"
              className="max-h-96 overflow-auto border border-rule bg-sheet p-3 font-mono text-xs break-all whitespace-pre-wrap"
            >
              {line}
            </pre>
          ) : (
            <p className="text-madder">{say.theEventIsNotJson}</p>
          )}
          {!mayShow && <p className="text-slate">{say.theKeyIsShownTo}</p>}
          <PanelTitle>{say.whatCameLast}</PanelTitle>
          <ul>
            {newest.map((e) => (
              <li key={e.id} className="flex flex-wrap gap-x-3 border-b border-rule py-1">
                <span className="w-44">{e.type}</span>
                <span className="min-w-0 flex-1 break-all text-slate">{e.source}</span>
                <Time at={e.at} zone={zone} />
              </li>
            ))}
            {newest.length === 0 && <li className="py-1 text-slate">{say.noEventHasComeYet}</li>}
          </ul>
        </section>
      </div>
    </Page>
  );
}
