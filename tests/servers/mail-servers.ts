/**
 * Real mail servers from Debian's packages, unpacked into a folder of ours and run in a mount namespace of their own: their users,
 * spools and programs are seen by them alone, and the machine's own mail system stays as it is.
 */
import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { join, resolve } from 'node:path';
import { SMTPServer } from 'smtp-server';

const PACKAGES = ['exim4-daemon-light', 'opensmtpd', 'python3-dkim', 'python3-dnspython'];
/** What they are linked with; libraries only. */
const LIBRARIES = ['libidn12', 'libevent-2.1-7', 'libgnutls-dane0', 'libnsl2', 'libpcre2-8-0', 'libdb5.3', 'libpam0g'];
const FOLDER = resolve('.libellus/servers');

const quietly = (program: string, args: string[], cwd = FOLDER): string =>
  execFileSync(program, args, { cwd, encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] });

/** Unpacks the packages, once. Returns the folder that holds one for each. */
export function unpackServers(): string {
  if (process.getuid?.() !== 0)
    throw new Error('Real mail servers are tested as root: they change to users of their own.');
  mkdirSync(FOLDER, { recursive: true });
  if (PACKAGES.every((name) => existsSync(join(FOLDER, name)))) return FOLDER;
  quietly('apt-get', ['update', '-qq']);
  quietly('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'python3-minimal', ...LIBRARIES]);
  quietly('apt-get', ['download', '-qq', ...PACKAGES]);
  for (const file of readdirSync(FOLDER).filter((f) => f.endsWith('.deb'))) {
    quietly('dpkg', ['-x', file, file.split('_')[0]!]);
  }
  return FOLDER;
}

export interface RunningServer {
  /** What it wrote to its log. */
  log: () => string;
  stop: () => Promise<void>;
}

interface Start {
  name: string;
  port: number;
  /** Names of users that only this server sees. */
  users: string[];
  /** What is done in its namespace before, and how it is started. */
  script: string;
}

async function start({ name, port, users, script }: Start): Promise<RunningServer> {
  const prepare = users
    .map((user, i) => {
      const id = 61_001 + i;
      return `echo '${user}:x:${id}:${id}::/var/empty:/usr/sbin/nologin' >> ${name}.passwd\necho '${user}:x:${id}:' >> ${name}.group`;
    })
    .join('\n');
  const file = join(FOLDER, `${name}.sh`);
  writeFileSync(
    file,
    `set -e
cp /etc/passwd ${name}.passwd
cp /etc/group ${name}.group
${prepare}
mount --bind ${name}.passwd /etc/passwd
mount --bind ${name}.group /etc/group
mount -t tmpfs tmpfs /var/spool
mount -t tmpfs tmpfs /var/lib
mount -t tmpfs tmpfs /run
${script}
`,
  );
  const child = spawn('unshare', ['--mount', '--pid', '--fork', 'sh', file], { cwd: FOLDER });
  let said = '';
  child.stdout.on('data', (chunk: Buffer) => (said += chunk.toString()));
  child.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
  await listening(port, child, () => said);
  return {
    log: () => said,
    stop: async () => {
      if (child.exitCode !== null) return;
      const gone = new Promise((done) => child.once('close', done));
      // The first process of the namespace takes all others in it with it.
      const first = readFileSync(`/proc/${child.pid}/task/${child.pid}/children`, 'utf8').trim();
      process.kill(Number(first), 'SIGKILL');
      await gone;
    },
  };
}

async function listening(port: number, child: ChildProcess, said: () => string): Promise<void> {
  const deadline = Date.now() + 20_000;
  for (;;) {
    const open = await new Promise<boolean>((done) => {
      const socket = connect(port, '127.0.0.1');
      socket.once('connect', () => done(true)).once('error', () => done(false));
      socket.once('connect', () => socket.destroy());
    });
    if (open) return;
    if (child.exitCode !== null || Date.now() > deadline) throw new Error(`The server did not start:\n${said()}`);
    await new Promise((again) => setTimeout(again, 50));
  }
}

export interface Account {
  user: string;
  password: string;
}

/**
 * Exim as a submission server: STARTTLS, then PLAIN or LOGIN (RFC 4954), and only the account's own address as the sender. What it
 * takes is kept as it would go on.
 */
export async function startExim(options: {
  port: number;
  host: string;
  key: string;
  cert: string;
  account: Account;
}): Promise<RunningServer & { taken: () => Caught[] }> {
  const { port, host, account } = options;
  const kept = join(FOLDER, 'exim-kept');
  const config = join(FOLDER, 'exim.conf');
  const right = (user: string, password: string): string =>
    `\${if and{{eq{${user}}{${account.user}}}{eq{${password}}{${account.password}}}}}`;
  writeFileSync(
    config,
    `primary_hostname = ${host}
spool_directory = /var/spool/exim4
log_file_path = ${FOLDER}/exim-%s.log
pid_file_path = /var/spool/exim4/pid
daemon_smtp_ports = ${port}
local_interfaces = 127.0.0.1
tls_certificate = /var/spool/exim4/cert.pem
tls_privatekey = /var/spool/exim4/key.pem
tls_advertise_hosts = *
auth_advertise_hosts = \${if def:tls_in_cipher {*}{}}
exim_user = Debian-exim
exim_group = Debian-exim
message_size_limit = 10M
host_lookup =
acl_smtp_mail = mail
acl_smtp_rcpt = accept
acl_smtp_data = accept
begin acl
mail:
  deny message = 5.7.0 Authentication required
       !authenticated = *
  deny message = 5.7.1 $sender_address does not belong to $authenticated_id
       condition = \${if !eq{$sender_address}{$authenticated_id}}
  accept
begin routers
kept:
  driver = accept
  transport = kept
begin transports
kept:
  driver = appendfile
  maildir_format
  directory = ${kept}
  user = Debian-exim
  use_crlf
  message_prefix =
  message_suffix =
  return_path_add
  envelope_to_add
begin authenticators
plain:
  driver = plaintext
  public_name = PLAIN
  server_condition = ${right('$auth2', '$auth3')}
  server_set_id = $auth2
login:
  driver = plaintext
  public_name = LOGIN
  server_prompts = Username:: : Password::
  server_condition = ${right('$auth1', '$auth2')}
  server_set_id = $auth1
`,
  );
  chmodSync(config, 0o644);
  const server = await start({
    name: 'exim',
    port,
    users: ['Debian-exim'],
    script: `mkdir -p /var/spool/exim4
rm -f exim-*.log
touch exim-main.log exim-reject.log exim-panic.log
rm -rf ${kept}
mkdir -m 700 ${kept}
chown Debian-exim exim-*.log ${kept}
cp ${options.key} /var/spool/exim4/key.pem
cp ${options.cert} /var/spool/exim4/cert.pem
chown -R Debian-exim:Debian-exim /var/spool/exim4
mount -t overlay overlay -o lowerdir=${FOLDER}/exim4-daemon-light/usr/sbin:/usr/sbin /usr/sbin
exec /usr/sbin/exim4 -C ${config} -bdf -q1m`,
  });
  const arrived = join(kept, 'new');
  const taken = (): Caught[] =>
    existsSync(arrived) ? readdirSync(arrived).map((file) => readKept(join(arrived, file))) : [];
  return { ...server, taken };
}

/** A message as Exim leaves it in a Maildir, with Return-path and Envelope-to before it. */
function readKept(file: string): Caught {
  const raw = readFileSync(file);
  const head = raw.toString('latin1', 0, 2_000);
  return {
    from: /^Return-path: <([^>]*)>/.exec(head)?.[1] ?? '',
    to: /^Envelope-to: (.+)\r$/m.exec(head)?.[1] ?? '',
    raw,
  };
}

/** OpenSMTPD as the server of a shop's own network: it takes mail from there without sign-in and sends it on to `onward`. */
export function startOpenSmtpd(options: { port: number; onward: number; host: string }): Promise<RunningServer> {
  const config = join(FOLDER, 'smtpd.conf');
  writeFileSync(
    config,
    `listen on 127.0.0.1 port ${options.port} hostname "${options.host}"
action "onward" relay host "smtp://127.0.0.1:${options.onward}"
match from src 127.0.0.1 for domain "refused.example" reject
match from src 127.0.0.1 for any action "onward"
`,
  );
  chmodSync(config, 0o600);
  return start({
    name: 'opensmtpd',
    port: options.port,
    users: ['opensmtpd', 'opensmtpq'],
    script: `mkdir -p /var/lib/opensmtpd/empty /var/spool/smtpd
chmod 711 /var/spool/smtpd
exec ${FOLDER}/opensmtpd/usr/sbin/smtpd -d -f ${config}`,
  });
}

export interface Caught {
  from: string;
  to: string;
  raw: Buffer;
}

/** Where both send on to: keeps what comes. */
export async function startCatcher(port: number): Promise<{ caught: Caught[]; stop: () => Promise<void> }> {
  const caught: Caught[] = [];
  const server = new SMTPServer({
    disabledCommands: ['AUTH', 'STARTTLS'],
    authOptional: true,
    disableReverseLookup: true,
    onData(stream, session, done) {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => {
        const { mailFrom, rcptTo } = session.envelope;
        caught.push({
          from: mailFrom ? mailFrom.address : '',
          to: rcptTo[0]?.address ?? '',
          raw: Buffer.concat(chunks),
        });
        done();
      });
    },
  });
  await new Promise<void>((ready) => server.listen(port, '127.0.0.1', ready));
  return { caught, stop: () => new Promise((done) => server.close(() => done())) };
}

/** Whether a message's DKIM signature is good, as Debian's python3-dkim sees it, with the key as DNS gives it. */
export function verifiedByPython(raw: Buffer, dnsPort: number): string {
  const path = ['python3-dkim', 'python3-dnspython'].map((name) => join(FOLDER, name, 'usr/lib/python3/dist-packages'));
  return execFileSync('/usr/bin/python3', [resolve('tests/servers/verify_dkim.py'), String(dnsPort)], {
    input: raw,
    encoding: 'utf8',
    env: { ...process.env, PYTHONPATH: path.join(':') },
  }).trim();
}
