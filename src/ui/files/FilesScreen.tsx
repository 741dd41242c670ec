'use client';
/** The shelf of the store's files: what is on it, what each goes with, and bringing in more. */
import { Download, Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useId, useRef, useState } from 'react';
import { toast } from 'sonner';
import { MOST_FILE_BYTES } from '@/core/attach';
import { fileSize } from '@/core/names';
import type { Result } from '@/core/result';
import type { FileUse, ShelfFile } from '@/contract/files';
import { useShelf, type BringFile } from '../attach/useShelf';
import { Time } from '../parts/format';
import Link from '../parts/Link';
import { Empty, Page, Trouble } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { StoreTabs } from '../terms/StoreTabs';
import { say } from '@/words/files';
import { say as terms } from '@/words/terms';

export interface FilesProps {
  base: string;
  files: (ShelfFile & { uses: FileUse[] })[];
  room: number;
  zone: string;
  person: string;
  mayBring: boolean;
  onBring: BringFile;
  onRemove: (digest: string) => Promise<Result<null>>;
}

export function FilesScreen(props: FilesProps) {
  const { base, files, room, zone, person, mayBring, onBring, onRemove } = props;
  const router = useRouter();
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const shelf = useShelf({ files, room }, onBring, person);
  const take = async (chosen: FileList | null): Promise<void> => {
    const brought = await shelf.bring([...(chosen ?? [])], true);
    for (const file of brought)
      toast.success(
        file.known ? say.isThere({ name: file.name, known: file.name }) : say.nameAdded({ name: file.name }),
      );
    if (brought.length > 0) router.refresh();
    if (input.current) input.current.value = '';
  };
  const remove = async ({ digest, name }: ShelfFile): Promise<void> => {
    if (valueOrToast(await answered(onRemove(digest))) === undefined) return;
    toast.success(say.nameRemoved({ name }));
    router.refresh();
  };
  return (
    <Page title={terms.store} note={<StoreTabs base={base} part="files" />}>
      <div
        className={`lg:h-full lg:overflow-auto px-5 py-4 ${over ? 'bg-petrol-tint' : ''}`}
        onDragOver={(e) => {
          if (!mayBring || !e.dataTransfer.types.includes('Files')) return;
          e.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(e) => {
          if (!mayBring) return;
          e.preventDefault();
          setOver(false);
          void take(e.dataTransfer.files);
        }}
      >
        <div className="mb-4 max-w-5xl text-sm">
          <p className="mb-2 text-slate">{say.filesNote}</p>
          {mayBring && (
            <div className="flex flex-wrap items-center gap-3">
              <label htmlFor={id} className="btn cursor-pointer">
                {shelf.busy ? say.adding({ name: shelf.busy }) : say.addFiles}
              </label>
              <span className="text-slate">{say.orDropHere({ most: fileSize(MOST_FILE_BYTES) })}</span>
              <input
                ref={input}
                id={id}
                type="file"
                multiple
                className="sr-only"
                onChange={(e) => void take(e.target.files)}
              />
            </div>
          )}
          {shelf.trouble && (
            <div className="mt-3">
              <Trouble>{shelf.trouble}</Trouble>
            </div>
          )}
        </div>
        {files.length === 0 ? (
          <Empty title={say.noFiles}>{say.noFilesWords}</Empty>
        ) : (
          <table className="w-full max-w-5xl text-sm max-md:block [&_tbody]:max-md:block">
            <thead className="text-xs text-slate max-md:hidden">
              <tr>
                <th className="py-1 text-start font-normal">{say.name}</th>
                <th className="py-1 pe-4 text-end font-normal">{say.size}</th>
                <th className="py-1 text-start font-normal">{say.goesWith}</th>
                <th className="py-1 text-start font-normal">{say.added}</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {files.map((f) => (
                <tr
                  key={f.digest}
                  className="border-t border-rule align-baseline max-md:flex max-md:flex-wrap max-md:items-center max-md:gap-x-3 max-md:py-1"
                >
                  <td className="py-2 pe-3 font-semibold wrap-anywhere max-md:w-full max-md:pb-0">
                    <bdi>{f.name}</bdi>
                  </td>
                  <td className="py-2 pe-4 text-end whitespace-nowrap tabular-nums max-md:py-0">{fileSize(f.bytes)}</td>
                  <td className="py-2 pe-3 max-md:py-0">
                    {f.uses.length === 0 ? (
                      <span className="text-slate">{say.nothing}</span>
                    ) : (
                      f.uses.map((u, i) => (
                        <span key={u.slug}>
                          {i > 0 && ', '}
                          <Link className="link" href={`${base}/desk/${u.slug}`}>
                            {u.name}
                          </Link>
                        </span>
                      ))
                    )}
                  </td>
                  <td className="py-2 pe-3 text-slate max-md:py-0">
                    <Time at={f.at} zone={zone} />
                    {f.by && `, ${f.by}`}
                  </td>
                  <td className="py-1 text-end whitespace-nowrap">
                    <a
                      className="btn btn-quiet"
                      href={`${base}/store/files/${f.digest}`}
                      download
                      aria-label={say.download({ name: f.name })}
                    >
                      <Download size={15} aria-hidden />
                    </a>
                    {mayBring && (
                      <button
                        type="button"
                        className="btn btn-quiet"
                        aria-label={say.removeName({ name: f.name })}
                        onClick={() => void remove(f)}
                      >
                        <Trash2 size={15} aria-hidden />
                      </button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </Page>
  );
}
