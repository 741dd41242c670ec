/**
 * The page of a registrar, where a domain's records are entered. It takes what it is given, as such pages do: the domain is added to
 * every host, quotation marks become part of the text, and a record shows in DNS after the delay one chooses.
 */
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { answer, escapeHtml, formOf, page, redirect, sameOrigin } from './pages';
import { Zone, type ZoneRecord } from './zone';

const port = Number(process.env.STANDIN_REGISTRAR_PORT);
const zone = await Zone.open(process.env.STANDIN_DATABASE_URL!);
const DOMAINS = ['quillwick.example'];
const DELAYS: readonly [number, string][] = [
  [0, 'at once'],
  [10, 'in 10 seconds'],
  [60, 'in a minute'],
  [600, 'in 10 minutes'],
];

function row(record: ZoneRecord): string {
  const wait = Math.ceil((record.liveAt.getTime() - Date.now()) / 1000);
  return `<tr><td><code>${escapeHtml(record.name)}</code></td><td>${record.type}</td><td><code>${escapeHtml(record.value)}</code></td><td>${record.ttl}</td><td>${wait > 0 ? `shows in ${wait} s` : 'shown'}</td><td><form method="post" action="/remove"><input type="hidden" name="id" value="${record.id}"><button aria-label="Remove ${escapeHtml(record.type)} ${escapeHtml(record.name)}">Remove</button></form></td></tr>`;
}

async function front(trouble = ''): Promise<string> {
  const rows = (await zone.all()).map(row).join('');
  const option = ([value, words]: readonly [number | string, string]): string =>
    `<option value="${value}">${words}</option>`;
  return page(
    'Stand-in registrar',
    `<p>Records of <strong>quillwick.example</strong>, served by the demo’s name server.</p>${trouble && `<p role="alert"><strong>${escapeHtml(trouble)}</strong></p>`}
<form method="post" action="/add"><table><tbody>
<tr><td><label for="host">Host</label></td><td><input id="host" name="host" size="40" autocomplete="off"> <span>.quillwick.example is added; @ stands for the domain itself</span></td></tr>
<tr><td><label for="type">Type</label></td><td><select id="type" name="type">${['TXT', 'MX', 'A'].map((t) => option([t, t])).join('')}</select></td></tr>
<tr><td><label for="value">Value</label></td><td><textarea id="value" name="value" rows="4" cols="70"></textarea></td></tr>
<tr><td><label for="ttl">TTL in seconds</label></td><td><input id="ttl" name="ttl" value="3600" size="8"></td></tr>
<tr><td><label for="delay">Shows in DNS</label></td><td><select id="delay" name="delay">${DELAYS.map(option).join('')}</select></td></tr>
</tbody></table><p><button>Add the record</button></p></form>
<table><thead><tr><th>Name</th><th>Type</th><th>Value</th><th>TTL</th><th></th><th></th></tr></thead><tbody>${rows || '<tr><td colspan="6">No records.</td></tr>'}</tbody></table>
<form method="post" action="/begin-again"><button>Go back to the first records</button></form>`,
  );
}

async function add(form: URLSearchParams): Promise<string | undefined> {
  const host = (form.get('host') ?? '').trim().toLowerCase();
  const type = form.get('type') ?? 'TXT';
  const value = (form.get('value') ?? '').trim();
  const ttl = Number(form.get('ttl') ?? 3600);
  if (type !== 'TXT' && type !== 'MX' && type !== 'A') return 'Only TXT, MX and A can be entered here.';
  if (!/^(@|[a-z0-9_*]([a-z0-9_.*-]*[a-z0-9_])?)?$/.test(host)) return 'The host has letters that no host has.';
  if (value === '' || value.length > 4000) return 'The value is empty or too long.';
  if (type === 'MX' && !/^\d{1,5}\s+\S+$/.test(value)) return 'An MX record is a priority and a host.';
  if (type === 'A' && !/^\d{1,3}(\.\d{1,3}){3}$/.test(value)) return 'An A record is an address.';
  if (!Number.isInteger(ttl) || ttl < 1 || ttl > 604_800) return 'The TTL is a number of seconds.';
  const domain = DOMAINS[0]!;
  const name = host === '' || host === '@' ? domain : `${host}.${domain}`;
  await zone.add({ type, name, value, ttl }, new Date(Date.now() + Number(form.get('delay') ?? 0) * 1000));
  return undefined;
}

async function handle(request: IncomingMessage, response: ServerResponse): Promise<void> {
  const html = (body: string, status = 200): void => answer(response, status, 'text/html; charset=utf-8', body);
  const path = (request.url ?? '/').split('?')[0]!;
  if (request.method === 'GET' && path === '/') return html(await front());
  if (request.method !== 'POST') return html(page('Nothing here', '<p><a href="/">The records</a></p>'), 404);
  if (!sameOrigin(request)) return answer(response, 403, 'text/plain', 'Only from this page.');
  const form = await formOf(request);
  if (path === '/add') {
    const trouble = await add(form);
    if (trouble) return html(await front(trouble), 422);
  } else if (path === '/remove') await zone.remove(Number(form.get('id')));
  else if (path === '/begin-again') await zone.beginAgain();
  redirect(response, '/');
}

const server = createServer((request, response) => {
  handle(request, response).catch((error: Error) => answer(response, 500, 'text/plain', error.message));
});
server.listen(port, '127.0.0.1', () => process.send?.('ready'));
process.on('SIGTERM', () => process.exit(0));
process.on('disconnect', () => process.exit(0));
