/** What the Desk is given of a store, and of what is on it. */
import type { AskSuggestions } from './useSuggestions';
import type { Order } from '@/core/order';
import type { Result } from '@/core/result';
import type { Block, Template } from '@/core/template';
import type { BringFile } from '../attach/useShelf';
import type { BringPicture } from '../parts/bringPicture';
import type { Briefings } from '@/contract/briefing';
import type { OrderChoice } from '@/contract/orders';
import type { DraftsRehearsed } from '@/contract/rehearsal';
import type { EditionNote, OnDesk, DeskStore, Publishing, VersionOnDesk } from '@/contract/templates';
import type { DeskRemark } from '@/contract/viewings';
import type { BriefingRights } from '../briefing/BriefingPart';
import type { BringBack } from '../removed/saidRemoved';
import type { StripState } from './strip';
import type { Segments } from '@/core/template';

export interface DeskProps {
  base: string;
  item: OnDesk;
  draft: Template;
  revision: number;
  live?: { number: number | undefined; template: Template } | undefined;
  editions: EditionNote[];
  /** Says what publishing does, when it is not a notification. */
  publishAbout?: string;
  store: DeskStore;
  sender: { name: string; address: string };
  /** The address of whoever is signed in. */
  ownAddress: string;
  /** Of a notification: all of its versions, this one among them. */
  versions?: VersionOnDesk[];
  /** The versions as they are now. */
  onVersions?: () => Promise<Result<VersionOnDesk[]>>;
  others: { slug: string; name: string }[];
  previous?: { slug: string; name: string } | undefined;
  next?: { slug: string; name: string } | undefined;
  orders: OrderChoice[];
  order: { order: Order; channelName?: string | undefined };
  strip: StripState;
  now: number;
  /** What translators are told of each text, and what they asked. */
  briefings: Briefings;
  briefing: BriefingRights;
  /** The text that a link opens. */
  at?: string | undefined;
  mayEdit: boolean;
  mayPublish: boolean;
  mayTest: boolean;
  mayBring: boolean;
  onSave: (revision: number, template: Template) => Promise<Result<{ revision: number }>>;
  /** Gives what to say when it is done. */
  onPublish: (revision: number, how?: Publishing) => Promise<Result<{ said: string }>>;
  /** What people said of screenshots of it, and is not done. */
  remarks?: DeskRemark[];
  onRemarkDone?: (id: string) => Promise<Result<null>>;
  /** Where what is published has to have passed a rehearsal: how drafts of versions stand, and having them rehearsed. */
  rehearsed?:
    | {
        onState: (versions: string[]) => Promise<Result<DraftsRehearsed>>;
        /** Without it, somebody else has to. */
        onRehearse?: ((versions: string[]) => Promise<Result<{ number: number }>>) | undefined;
      }
    | undefined;
  onOrder: (number: string) => Promise<Result<{ order: Order; channelName: string | undefined }>>;
  onOrders: (search: string) => Promise<Result<OrderChoice[]>>;
  onEdition: (number: number) => Promise<Result<Template>>;
  /** Of another version of the notification. */
  onEditionOf?: (slug: string, number: number) => Promise<Result<Template>>;
  onTemplateOf: (slug: string) => Promise<Result<Template>>;
  /** What ships for it, in the languages of the store; without it nothing does. */
  onShipped?: (() => Promise<Result<Template>>) | undefined;
  onTest: (
    draft: Template,
    language: string,
    order: string,
    to: string,
  ) => Promise<Result<{ to: string; subject: string }>>;
  onBring: BringPicture;
  onBringFile: BringFile;
  onSuggest: AskSuggestions;
  onCopyBlock: (slug: string, block: Block, words: Record<string, Segments>) => Promise<Result<{ name: string }>>;
  onMakePassage: (name: string, blocks: Block[], words: Record<string, Segments>) => Promise<Result<{ id: string }>>;
  /** Takes the passage away; refused while a message uses it. */
  onRemovePassage?: () => Promise<Result<{ removed: string }>>;
  onBringBack?: BringBack;
}
