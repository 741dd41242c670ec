'use client';
/** The steps on the Desk that the server takes: publishing, a test, a passage made or taken away. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import type { VersionOnDesk } from '@/contract/templates';
import type { Block, Template } from '@/core/template';
import { answered, failureWords, valueOrToast } from '../parts/result';
import { wordsOfBlock } from './blockEdits';
import type { Asking } from './DeskDialogs';
import type { DeskProps } from './types';
import { say } from '@/words/desk';

export interface DeskStepsAbout {
  props: DeskProps;
  save: { saveNow: () => Promise<void>; currentRevision: () => number };
  template: Template;
  language: string;
  /** Number of the order on the sheet. */
  order: string;
  onUsePassage: (block: Block, passage: string) => void;
  onAsk: (next: Asking) => void;
}

export function useDeskSteps({ props, save, template, language, order, onUsePassage, onAsk }: DeskStepsAbout) {
  const router = useRouter();
  const [publishTrouble, setPublishTrouble] = useState<string>();
  const [busy, setBusy] = useState<'publish' | 'test'>();

  const askToPublish = (): void => {
    setPublishTrouble(undefined);
    onAsk('publish');
    void save.saveNow();
  };

  const publish = async (also: VersionOnDesk[]): Promise<void> => {
    setBusy('publish');
    setPublishTrouble(undefined);
    await save.saveNow();
    const others = also.map(({ slug, revision }) => ({ slug, revision }));
    const result = await answered(props.onPublish(save.currentRevision(), others));
    setBusy(undefined);
    if (!result.ok) {
      setPublishTrouble(failureWords(result.error));
      return;
    }
    onAsk(undefined);
    toast.success(result.value.said);
    router.refresh();
  };

  const sendTest = async (to: string): Promise<void> => {
    setBusy('test');
    const sent = valueOrToast(await answered(props.onTest(template, language, order, to)));
    if (sent) {
      toast.success(say.sentSubjectToTo({ subject: sent.subject, to: sent.to }));
      onAsk(undefined);
    }
    setBusy(undefined);
  };

  const makePassage = async (b: Block, name: string): Promise<void> => {
    const { when: _when, ...rest } = b;
    const made = valueOrToast(await answered(props.onMakePassage(name, [rest as Block], wordsOfBlock(template, b))));
    if (!made) return;
    onAsk(undefined);
    onUsePassage(b, made.id);
    toast.success(say.nameIsAPassageOf({ name }));
    router.refresh();
  };

  const removePassage = async (): Promise<void> => {
    if (!props.onRemovePassage) return;
    if (valueOrToast(await answered(props.onRemovePassage())) === undefined) return;
    toast.success(say.nameIsTakenAway({ name: props.item.name }));
    router.push(`${props.base}/journey`);
  };

  return { busy, publishTrouble, askToPublish, publish, sendTest, makePassage, removePassage };
}
