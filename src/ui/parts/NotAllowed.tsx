/** A screen that is not for somebody's role: what it is for, and who may. */
import { ACTION_WORDS, whoMay, type Action } from '@/contract/policy';
import { Empty, Page } from './Page';

export function NotAllowed({
  title,
  action,
  back,
}: {
  title: string;
  action: Action;
  back: { href: string; label: string };
}) {
  return (
    <Page title={title} back={back}>
      <Empty title={`Your role may not ${ACTION_WORDS[action]}`}>{whoMay(action)} may.</Empty>
    </Page>
  );
}
