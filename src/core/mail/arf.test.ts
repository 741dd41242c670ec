import { readKeptIn } from '../../words/kept';
import { readFeedbackReport } from './arf';

const report = (type: string): string =>
  `Feedback-Type: ${type}\r\nUser-Agent: SomeProvider/1.0\r\nVersion: 1\r\nOriginal-Mail-From: <b-1@bounce.quillwick.example>\r\nOriginal-Rcpt-To: <iwona@sobczyk.example>\r\n`;

describe('a complaint (RFC 5965)', () => {
  it.each(['abuse', 'Abuse', 'opt-out'])('is read: %s', (type) => {
    expect(readKeptIn(readFeedbackReport(report(type)))).toMatchObject({
      kind: 'complaint',
      recipient: 'iwona@sobczyk.example',
      words: 'the reader called it spam',
    });
  });

  it.each(['fraud', 'virus', 'not-spam', ''])('is not made of another report: %s', (type) => {
    expect(readFeedbackReport(report(type))).toBeUndefined();
  });

  it('is not made of nothing', () => {
    expect(readFeedbackReport('')).toBeUndefined();
    expect(readFeedbackReport('Dear store, stop this.')).toBeUndefined();
  });
});
