import { readKept } from '../../words/kept';
import { readDeliveryStatus, readPlainBounce } from './dsn';
import { statusWords } from './status';

const dsn = (fields: string): string =>
  `Reporting-MTA: dns; mx.harrowpost.example\r\nArrival-Date: Tue, 24 Nov 2026 10:00:00 +0000\r\n\r\n${fields.replace(/\n/g, '\r\n')}\r\n`;

describe('a delivery status notification (RFC 3464)', () => {
  it('is read with its folded lines', () => {
    expect(
      readDeliveryStatus(
        dsn(
          'Final-Recipient: rfc822; iwona@sobczyk.example\nAction: failed\nStatus: 5.1.1\nDiagnostic-Code: smtp; 550 5.1.1\n  No such mailbox here',
        ),
      ),
    ).toEqual({
      kind: 'hard',
      status: '5.1.1',
      recipient: 'iwona@sobczyk.example',
      diagnostic: '550 5.1.1 No such mailbox here',
      words: statusWords('5.1.1'),
    });
  });

  it.each([
    ['failed', '5.2.2', '', 'soft'],
    ['failed', '4.4.7', '', 'soft'],
    ['failed', '5.0.0', 'smtp; 550 5.1.1 gone', 'hard'],
    ['failed', '5.7.1', '', 'soft'],
    ['failed', '', 'smtp; 550 no', 'hard'],
    ['delayed', '4.4.1', '', 'delayed'],
    ['delivered', '2.0.0', '', 'other'],
    ['relayed', '2.0.0', '', 'other'],
  ])('%s with %s is %s', (action, status, diagnostic, kind) => {
    const text = dsn(
      `Final-Recipient: rfc822; a@b.example\nAction: ${action}\nStatus: ${status}${diagnostic ? `\nDiagnostic-Code: ${diagnostic}` : ''}`,
    );
    expect(readDeliveryStatus(text)?.kind).toBe(kind);
  });

  it('is not made out of anything else', () => {
    expect(readDeliveryStatus('Dear customer,\r\n\r\nthank you')).toBeUndefined();
    expect(readDeliveryStatus('')).toBeUndefined();
  });
});

describe('a bounce in plain words', () => {
  it.each([
    [
      'Undelivered Mail Returned to Sender',
      '<a@b.example>: host mx.b.example said: 550 5.1.1 unknown',
      'hard',
      '5.1.1',
    ],
    ['Delivery failure', 'The mailbox is full.', 'soft', '5.2.2'],
    ['failure notice', 'Sorry, no such user here.', 'hard', '5.1.1'],
    ['Returned mail', 'It was not possible to deliver this.', 'soft', ''],
  ])('%s', (subject, text, kind, status) => {
    expect(readPlainBounce(subject, text)).toMatchObject({ kind, status });
  });

  it('is told from a holiday answer and from a letter', () => {
    expect(readPlainBounce('Out of office: Your order', 'I am back on Monday.')).toBeUndefined();
    expect(readPlainBounce('Re: your order', 'Where is my parcel?')).toBeUndefined();
  });
});

const words = (status: string): string => readKept(statusWords(status));

it('status codes have words, also those nobody knows', () => {
  expect(words('5.1.1')).toBe('there is no such mailbox');
  expect(words('5.2.99')).toBe('something is wrong with the mailbox');
  expect(words('nonsense')).toBe('no reason was given');
});
