/** A screen that is not for somebody's role: what it is for, and who may. */
import { ACTION_WORDS, whoMay, type Action } from '@/contract/policy';
import { Empty, Page } from './Page';
import { say } from '@/words/parts';

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
      <Empty title={say.yourRoleMayNotAction({ action: ACTION_WORDS[action] })}>
        {say.whoMay({ who: whoMay(action) })}
      </Empty>
    </Page>
  );
}
