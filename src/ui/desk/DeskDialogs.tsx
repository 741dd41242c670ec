'use client';
/** The dialogs of the Desk, of which one is open at a time. */
import { toast } from 'sonner';
import { languageName } from '@/core/names';
import type { VersionOnDesk } from '@/contract/templates';
import type { Finding } from '@/core/preflight';
import type { Block, Template } from '@/core/template';
import type { Rendered } from '@/workers/protocol';
import { answered, valueOrToast } from '../parts/result';
import { wordsOfBlock } from './blockEdits';
import type { DeskProps } from './types';
import { Compare } from './dialogs/Compare';
import { CopyBlock, MakePassage, SendTest } from './dialogs/Small';
import { StartFrom } from './dialogs/StartFrom';
import { FollowDialog } from './Follows';
import type { FollowsInHand } from './useFollows';
import { PublishDialog } from './PublishDialog';
import type { Preview } from './usePreview';
import { say } from '@/words/desk';

export type Asking = 'publish' | 'test' | 'start' | 'copy' | 'passage' | 'follow' | { compare: string } | undefined;

interface DeskDialogsProps {
  props: DeskProps;
  asking: Asking;
  template: Template;
  block: Block | undefined;
  labelOf: string;
  language: string;
  orderNumber: string;
  nextNumber: number | undefined;
  findings: readonly Finding[];
  after: string | undefined;
  busy: 'publish' | 'test' | undefined;
  /** What publishing would reach is still being looked up. */
  waiting: boolean;
  publishTrouble: string | undefined;
  renderBefore: () => Promise<Rendered | undefined>;
  render: (template: Template) => Promise<Rendered>;
  readTemplate: Preview['readTemplate'];
  onAsk: (next: Asking) => void;
  onPublish: (also: VersionOnDesk[], note: string) => void;
  onTest: (to: string) => void;
  onTake: (next: Template, said: string) => void;
  onMakePassage: (block: Block, name: string) => void;
  follows: FollowsInHand;
  /** All of the notification, as they are once the draft is saved. */
  versions: readonly VersionOnDesk[];
}

export function DeskDialogs(own: DeskDialogsProps) {
  const { props, asking, template, block, labelOf, language, orderNumber, onAsk, readTemplate, onTake } = own;
  const { item, live, editions, others, ownAddress } = props;
  const close = (): void => onAsk(undefined);
  const copyTo = async (slug: string, what: Block): Promise<void> => {
    const copied = valueOrToast(await answered(props.onCopyBlock(slug, what, wordsOfBlock(template, what))));
    if (!copied) return;
    close();
    toast.success(say.blockIsInTheDraft({ block: labelOf, name: copied.name }));
  };
  return (
    <>
      {props.mayPublish && (
        <PublishDialog
          open={asking === 'publish'}
          onClose={close}
          name={item.name}
          store={props.store}
          versions={own.versions.filter((v) => v.slug !== item.slug && v.changes > 0)}
          shares={own.versions
            .filter((v) => v.follows === item.slug || v.slug === own.follows.leads?.slug)
            .map((v) => v.slug)}
          number={own.nextNumber}
          about={props.publishAbout}
          live={live?.template}
          draft={template}
          findings={own.findings}
          renderBefore={own.renderBefore}
          after={own.after}
          width={props.store.look.shape.width}
          orderNumber={orderNumber}
          language={language}
          trouble={own.publishTrouble}
          busy={own.busy === 'publish'}
          waiting={own.waiting}
          slug={item.slug}
          base={props.base}
          rehearsed={props.rehearsed}
          onPublish={own.onPublish}
        />
      )}
      {asking === 'start' && (
        <StartFrom
          open
          moment={item.moment}
          language={language}
          draft={template}
          others={others}
          editions={editions}
          onClose={close}
          name={item.name}
          onTemplateOf={props.onTemplateOf}
          onShipped={props.onShipped}
          onEdition={props.onEdition}
          readTemplate={readTemplate}
          onTake={onTake}
        />
      )}
      {typeof asking === 'object' && (
        <Compare
          open
          slug={item.slug}
          first={asking.compare}
          draft={template}
          editions={editions}
          versions={props.versions ?? []}
          timeZone={props.store.timeZone}
          mayTake={props.mayEdit}
          language={language}
          orderNumber={orderNumber}
          onClose={close}
          onEdition={props.onEdition}
          onEditionOf={props.onEditionOf}
          onTemplateOf={props.onTemplateOf}
          onShipped={props.onShipped}
          onTake={(t, name) => onTake(t, say.theDraftNowStartsFromName({ name }))}
          render={own.render}
        />
      )}
      {asking === 'follow' && (
        <FollowDialog follows={own.follows} name={item.name} template={template} onClose={close} />
      )}
      {asking === 'test' && (
        <SendTest
          open
          own={ownAddress}
          busy={own.busy === 'test'}
          what={say.nameInLanguageNameWithOrderNumber({
            name: item.name,
            languageName: languageName(language),
            orderNumber,
          })}
          onClose={close}
          onSend={own.onTest}
        />
      )}
      {asking === 'copy' && block && (
        <CopyBlock open label={labelOf} others={others} onClose={close} onCopy={(slug) => void copyTo(slug, block)} />
      )}
      {asking === 'passage' && block && (
        <MakePassage open label={labelOf} onClose={close} onMake={(name) => own.onMakePassage(block, name)} />
      )}
    </>
  );
}
