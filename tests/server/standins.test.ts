/** The stand-ins themselves: what a test leans on must hold. */
import { createTransport } from 'nodemailer';
import { readFileSync } from 'node:fs';
import { ACCOUNT, HOST, mailbox, rawMail } from './fixture';

const transport = (change: object = {}) =>
  createTransport({
    host: '127.0.0.1',
    port: Number(process.env.LIBELLUS_TEST_SMTP),
    requireTLS: true,
    auth: { user: ACCOUNT.user, pass: ACCOUNT.password },
    tls: { servername: HOST, ca: readFileSync(process.env.LIBELLUS_EXTRA_CA!, 'utf8') },
    ...change,
  });
const message = { from: ACCOUNT.user, to: 'reader@standins-test.example', subject: 'Hello', text: 'Hello there' };

describe('the sending service that stands in', () => {
  it('takes mail over STARTTLS and over TLS, by PLAIN and by LOGIN', async () => {
    await transport().sendMail({ ...message, subject: 'by STARTTLS' });
    await transport({ authMethod: 'LOGIN' }).sendMail({ ...message, subject: 'by LOGIN' });
    await transport({ port: Number(process.env.LIBELLUS_TEST_SMTPS), secure: true, requireTLS: false }).sendMail({
      ...message,
      subject: 'by TLS',
    });
    expect((await mailbox('reader@standins-test.example')).map((m) => m.subject)).toEqual([
      'by TLS',
      'by LOGIN',
      'by STARTTLS',
    ]);
  });

  it.each<[string, object, object, RegExp]>([
    ['a wrong password', { auth: { user: ACCOUNT.user, pass: 'wrong' } }, {}, /535 5\.7\.8/],
    ['an unknown user', { auth: { user: 'nobody@quillwick.example', pass: 'x' } }, {}, /535/],
    ['another envelope sender', {}, { envelope: { from: 'marta@quillwick.example', to: message.to } }, /550 5\.7\.1/],
    [
      'another From header',
      {},
      { from: 'marta@quillwick.example', envelope: { from: ACCOUNT.user, to: message.to } },
      /550 5\.7\.1/,
    ],
    ['a mailbox that is gone', {}, { to: 'gone@standins-test.example' }, /550 5\.1\.1/],
  ])('refuses %s', async (_what, how, what, answer) => {
    await expect(transport(how).sendMail({ ...message, ...what })).rejects.toThrow(answer);
  });

  it('does not speak to those who do not trust its certificate, nor sign anybody in without TLS', async () => {
    await expect(transport({ tls: { servername: HOST } }).sendMail(message)).rejects.toThrow(/certificate/i);
    await expect(transport({ requireTLS: false, ignoreTLS: true }).sendMail(message)).rejects.toThrow(/5\d\d/);
  });

  it('takes no message above its size', async () => {
    await expect(transport().sendMail({ ...message, text: 'x'.repeat(26_000_000) })).rejects.toThrow(/552|size/i);
  });

  it('puts each recipient’s copy into their own mailbox, and what lacks the marks of mail into Junk', async () => {
    await transport().sendMail({ ...message, to: ['one@standins-test.example', 'Two@Standins-Test.example'] });
    expect(await mailbox('one@standins-test.example')).toHaveLength(1);
    expect(await mailbox('two@standins-test.example')).toHaveLength(1);
    await transport().sendMail({ ...message, to: 'junk@standins-test.example', subject: '' });
    expect((await mailbox('junk@standins-test.example'))[0]!.folder).toBe('Junk');
  });
});

describe('the mailboxes', () => {
  const page = async (path: string): Promise<{ status: number; text: string }> => {
    const response = await fetch(`${process.env.LIBELLUS_MAILBOXES}${path}`);
    return { status: response.status, text: await response.text() };
  };

  it('are empty for somebody nobody wrote to, and say so', async () => {
    expect(await mailbox('nobody@standins-test.example')).toEqual([]);
    expect((await page('/read/nobody@standins-test.example')).text).toContain('Empty.');
  });

  it('show a message without running or styling anything of it outside its frame', async () => {
    await transport().sendMail({
      ...message,
      to: 'page@standins-test.example',
      subject: '<script>alert(1)</script>',
      html: '<p onclick="x()">Hi</p><script>alert(2)</script>',
    });
    const [mail] = await mailbox('page@standins-test.example');
    const { text } = await page(`/read/message/${mail!.id}`);
    expect(text).not.toContain('<script>');
    expect(text).toContain('<iframe sandbox ');
    expect((await page('/read/page@standins-test.example')).text).toContain('&lt;script&gt;');
    expect((await rawMail(mail!.id)).toString()).toContain('Subject: <script>alert(1)</script>');
  });

  it('answer 404 for what is not there', async () => {
    for (const path of ['/messages/99999999.eml', '/read/message/99999999', '/nothing'])
      expect((await page(path)).status).toBe(404);
  });
});
