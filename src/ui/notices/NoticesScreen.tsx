'use client';
/** All notices: what went to whom, and how far each is. */
import Link from '../parts/Link';
import { Time } from '../parts/format';
import { Mark } from '../parts/marks';
import { Empty, Page } from '../parts/Page';
import { WatchWaiting } from '../parts/WatchWaiting';
import type { NoticeView } from '@/contract/notices';
import { STANDING_TONES, STANDING_WORDS } from './standing';
import { say } from '@/words/notices';

export interface NoticesProps {
  base: string;
  zone: string;
  notices: NoticeView[];
  maySend: boolean;
}

export function NoticesScreen({ base, zone, notices, maySend }: NoticesProps) {
  return (
    <Page
      title={say.notices}
      note={say.noticesNote}
      actions={
        maySend && (
          <Link className="btn btn-main" href={`${base}/notices/new`}>
            {say.newNotice}
          </Link>
        )
      }
    >
      <WatchWaiting waiting={notices.some((n) => n.standing === 'planning' || n.standing === 'going')} />
      {notices.length === 0 ? (
        <Empty title={say.noNotices}>{say.noNoticesWords}</Empty>
      ) : (
        <div className="lg:h-full lg:overflow-auto">
          <table className="w-full text-sm max-md:block [&_tbody]:max-md:block">
            <thead className="text-xs text-slate max-md:hidden">
              <tr>
                <th className="py-2 ps-5 text-start font-normal">{say.message}</th>
                <th className="py-2 text-start font-normal">{say.people}</th>
                <th className="py-2 text-start font-normal">{say.state}</th>
                <th className="py-2 pe-5 text-start font-normal">{say.begun}</th>
              </tr>
            </thead>
            <tbody>
              {notices.map((n) => (
                <tr key={n.id} className="border-t border-rule align-baseline max-md:block max-md:px-5 max-md:py-2">
                  <td className="py-2 ps-5 pe-3 max-md:block max-md:p-0">
                    <Link className="link" href={`${base}/notices/${n.id}`}>
                      {n.name}
                    </Link>
                  </td>
                  <td className="py-2 pe-3 max-md:block max-md:p-0">{n.selection}</td>
                  <td className="py-2 pe-3 whitespace-nowrap max-md:inline-block max-md:p-0 max-md:pe-3">
                    <span className="inline-flex items-center gap-1.5">
                      <Mark tone={STANDING_TONES[n.standing]} size={12} /> {STANDING_WORDS[n.standing]}
                    </span>{' '}
                    <span className="text-slate tabular-nums">{say.nAccepted({ n: n.counts.accepted })}</span>
                  </td>
                  <td className="py-2 pe-5 text-slate max-md:inline-block max-md:p-0">
                    <Time at={n.at} zone={zone} />, {n.by}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </Page>
  );
}
