'use client';
/** How a notification goes out while it is being changed: what is set, what is saved, and why it could not be. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import type { NotificationSettings } from '@/core/plan';
import type { Failure } from '@/core/result';
import { answered } from '../parts/result';
import { useKeptChanges } from '../parts/useKeptChanges';
import type { NotificationProps } from './types';
import { say } from '@/words/notification';

export interface Settings {
  settings: NotificationSettings;
  /** As they count now. */
  saved: NotificationSettings;
  dirty: boolean;
  failure: Failure | undefined;
  change: (part: Partial<NotificationSettings>) => void;
  /** Puts other settings in their place. */
  replace: (settings: NotificationSettings) => void;
  /** Goes back to what is saved. */
  undo: () => void;
  save: () => Promise<void>;
}

export function useSettings({
  base,
  notification,
  maySwitch,
  onSave,
}: Pick<NotificationProps, 'base' | 'notification' | 'maySwitch' | 'onSave'>): Settings {
  const router = useRouter();
  const [settings, setSettings] = useState(notification.settings);
  const [saved, setSaved] = useState(notification.settings);
  const [revision, setRevision] = useState(notification.revision);
  const [failure, setFailure] = useState<Failure>();
  const dirty = JSON.stringify(settings) !== JSON.stringify(saved);

  // What came fresh from the server after a save: the versions with their ids.
  if (
    notification.revision > revision ||
    (notification.revision === revision && !dirty && notification.settings !== saved)
  ) {
    setSettings(notification.settings);
    setSaved(notification.settings);
    setRevision(notification.revision);
  }

  useKeptChanges({
    key: `${base}/journey/${notification.slug}`,
    revision,
    value: settings,
    dirty,
    enabled: maySwitch,
    onBack: setSettings,
  });

  return {
    settings,
    saved,
    dirty,
    failure,
    change: (part) => setSettings({ ...settings, ...part }),
    replace: setSettings,
    undo: () => {
      setSettings(saved);
      setFailure(undefined);
    },
    save: async () => {
      const result = await answered(onSave(revision, settings));
      setFailure(result.ok ? undefined : result.error);
      if (!result.ok) return;
      setSaved(settings);
      setRevision(result.value.revision);
      router.refresh();
      toast.success(say.savedItCountsForWhat);
    },
  };
}
