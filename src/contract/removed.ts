/** What the screen of removed things is given. */
export interface RemovedThing {
  id: string;
  kind: 'notification' | 'version' | 'passage' | 'set';
  name: string;
  removedBy: string;
  removedAt: string;
  /** When it is gone for good. */
  until: string;
}
