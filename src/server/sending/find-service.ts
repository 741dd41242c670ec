/** Finding a service's settings from an address, by DNS and by knocking: nothing else is asked, and no password is shown. */
import { candidatesFromNames, candidatesFromSrv, type Candidate } from '@/core/mail';
import { resolver, resolveHost } from './dns';
import { Wire } from './wire';
import { say } from '@/words/checking';

export interface Looked {
  candidate: Candidate;
  /** Undefined for one that answers as it should; else what was wrong. */
  trouble?: string;
}

export interface FoundSettings {
  /** The first that answered. */
  found: Candidate | undefined;
  /** Everything that was looked at, in order. */
  looked: Looked[];
  /** What DNS said, in words. */
  said: string[];
}

const KNOCK_MS = 2_500;

/** Whether a server answers there as SMTP with the security wanted. Gives what is wrong, or undefined. */
async function knock({ host, port, security }: Candidate): Promise<string | undefined> {
  let wire: Wire | undefined;
  try {
    const [address] = await resolveHost(host);
    wire = await Wire.open(address!, port, KNOCK_MS);
    if (security === 'tls') await wire.secure(host);
    const greeting = await wire.reply();
    if (greeting.code !== 220) return say.answersCode({ code: greeting.code });
    const hello = await wire.command('EHLO [127.0.0.1]');
    if (security === 'starttls' && !hello.lines.some((l) => /^250[ -]STARTTLS\b/i.test(l))) return say.offersNoStarttls;
    return undefined;
  } catch (error) {
    const { code, message } = error as { code?: string; message: string };
    return code === 'EPRIVATE'
      ? say.isPrivate
      : code === 'ENOTFOUND' || code === 'ENODATA'
        ? say.hasNoAddress
        : code === 'ECONNREFUSED'
          ? say.doesNotListen
          : code === 'ETIMEDOUT'
            ? say.doesNotAnswer
            : message;
  } finally {
    wire?.leave();
  }
}

/** Looks for the submission service of an address's domain (RFC 6186, RFC 8314), then by names that servers commonly have. */
export async function findSettings(address: string): Promise<FoundSettings> {
  const domain = address.slice(address.lastIndexOf('@') + 1).toLowerCase();
  const ask = resolver();
  const srv = async (service: string) => ask.resolveSrv(`${service}.${domain}`).catch(() => []);
  const [tls, starttls, exchanges] = await Promise.all([
    srv('_submissions._tcp'),
    srv('_submission._tcp'),
    ask.resolveMx(domain).catch(() => []),
  ]);
  const said = [
    tls.length + starttls.length > 0 ? say.namesItsService({ domain }) : say.namesNoService({ domain }),
    exchanges.length > 0
      ? say.mailTakenBy({ servers: exchanges.map((e) => e.exchange).join(', ') })
      : say.noServerTakesMail,
  ];
  const looked: Looked[] = [];
  const groups = [
    candidatesFromSrv(domain, tls, starttls),
    candidatesFromNames(
      domain,
      exchanges.toSorted((a, b) => a.priority - b.priority).map((e) => e.exchange),
    ),
  ];
  for (const group of groups) {
    // Together, because those that do not exist take longest to say so; the order still decides.
    const results = await Promise.all(
      group.map(async (candidate): Promise<Looked> => {
        const trouble = await knock(candidate);
        return { candidate, ...(trouble !== undefined && { trouble }) };
      }),
    );
    looked.push(...results);
    const found = results.find((r) => r.trouble === undefined);
    if (found) return { found: found.candidate, looked, said };
  }
  return { found: undefined, looked, said };
}
