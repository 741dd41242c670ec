'use client';
/** The steps on the Desk that the server takes: publishing, a test, a passage made or taken away. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import type { VersionOnDesk } from '@/contract/templates';
import type { Block, Template } from '@/core/template';
import { answered, failureWords, valueOrToast } from '../parts/result';
import { saidRemoved } from '../removed/saidRemoved';
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

  const [waiting, setWaiting] = useState(false);
  const [versions, setVersions] = useState(props.versions);
  // What is known of them with the page is newer when the page was loaded anew.
  const [loaded, setLoaded] = useState(props.versions);
  if (loaded !== props.versions) {
    setLoaded(props.versions);
    setVersions(props.versions);
  }

  const askToPublish = async (): Promise<void> => {
    setPublishTrouble(undefined);
    onAsk('publish');
    if (!props.onVersions || (props.versions?.length ?? 0) < 2) return save.saveNow();
    // Those that follow this one change with it, so they are looked at again.
    setWaiting(true);
    await save.saveNow();
    const now = valueOrToast(await answered(props.onVersions()));
    if (now) setVersions(now);
    setWaiting(false);
  };

  const publish = async (also: VersionOnDesk[], note: string): Promise<void> => {
    setBusy('publish');
    setPublishTrouble(undefined);
    await save.saveNow();
    const others = also.map(({ slug, revision }) => ({ slug, revision }));
    const result = await answered(props.onPublish(save.currentRevision(), { also: others, note }));
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
    const gone = valueOrToast(await answered(props.onRemovePassage()));
    if (!gone) return;
    router.push(`${props.base}/journey`);
    router.refresh();
    if (props.onBringBack) saidRemoved(props.item.name, gone.removed, props.onBringBack, () => router.refresh());
  };

  return {
    busy,
    waiting,
    versions: versions ?? [],
    publishTrouble,
    askToPublish,
    publish,
    sendTest,
    makePassage,
    removePassage,
  };
}
