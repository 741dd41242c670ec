import { SHIPPED_NOTIFICATIONS } from '../shipped';
import { templateChanges, type SentAs } from '../template';
import { sentAsFindings } from './sent-as';

const template = (slug: string, sentAs?: SentAs) => ({
  ...SHIPPED_NOTIFICATIONS.find((n) => n.slug === slug)!.template,
  ...(sentAs && { sentAs }),
});

it('what is no address keeps from publishing, and copies of a secret do', () => {
  const wrong = template('order-received', { replyTo: 'bench@', cc: ['books@copies.example'] });
  expect(sentAsFindings(wrong, 'order.placed').map((f) => [f.severity, f.message])).toEqual([
    ['blocker', expect.stringMatching(/^bench@ is no email address/)],
  ]);
  const secret = template('order-received', { bcc: ['books@copies.example'] });
  expect(sentAsFindings(secret, 'account.reset-requested')).toHaveLength(1);
  expect(sentAsFindings(template('order-received'), 'account.reset-requested')).toEqual([]);
});

it('a change of how it is sent is told as it was and is', () => {
  const [change, ...more] = templateChanges(template('order-received'), template('order-received', { textOnly: true }));
  expect(more).toEqual([]);
  expect(change).toMatchObject({ kind: 'settings', detail: 'form: HTML with text → Text alone' });
});
