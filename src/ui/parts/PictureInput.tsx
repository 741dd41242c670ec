'use client';
/** A picture brought in from this computer: by the button or by dropping it, with what was done to it in words. */
import { useId, useState } from 'react';
import { sendPicture, type BringPicture, type Brought } from './bringPicture';
import { Trouble } from './Page';
import { say } from '@/words/parts';
import { say as common } from '@/words/common';

export function PictureInput({
  label,
  asset,
  shown,
  onBring,
  onPicture,
  onRemove,
}: {
  label: string;
  asset: { path: string; width: number; height: number } | undefined;
  /** How wide it is shown at most, in pixels. */
  shown: number;
  onBring: BringPicture;
  onPicture: (brought: Brought) => void;
  onRemove?: (() => void) | undefined;
}) {
  const id = useId();
  const [busy, setBusy] = useState(false);
  const [words, setWords] = useState<string>();
  const [trouble, setTrouble] = useState<string>();
  const [over, setOver] = useState(false);

  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setTrouble(undefined);
    setBusy(true);
    const result = await sendPicture(onBring, file, shown);
    setBusy(false);
    if (!result.ok) {
      setTrouble(result.error.message);
      return;
    }
    setWords(result.value.words);
    onPicture(result.value);
  };

  return (
    <div>
      <div className="mb-1 text-sm text-slate">{label}</div>
      <div
        className={`flex items-center gap-3 rounded-control border border-dashed p-2 ${over ? 'border-petrol bg-petrol-tint' : 'border-slate/50 bg-sheet'}`}
        onDragOver={(e) => {
          e.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(e) => {
          e.preventDefault();
          setOver(false);
          void take(e.dataTransfer.files[0]);
        }}
      >
        {asset && <img src={asset.path} alt="" className="max-h-12 max-w-28 object-contain" />}
        <div className="min-w-0 flex-1 text-sm">
          <label htmlFor={id} className="link cursor-pointer">
            {busy ? say.uploading : asset ? say.anotherPicture : say.chooseAPicture}
          </label>
          {asset && onRemove && (
            <button type="button" className="link ms-3" onClick={onRemove}>
              {common.remove}
            </button>
          )}
          <div className="text-xs text-slate">
            {words ?? (asset ? `${asset.width} x ${asset.height} px` : say.orDropOneHerePng)}
          </div>
        </div>
        <input
          id={id}
          type="file"
          accept="image/png,image/jpeg,image/webp,image/gif"
          className="sr-only"
          onChange={(e) => {
            void take(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
      </div>
      {trouble && (
        <div className="mt-1">
          <Trouble>{trouble}</Trouble>
        </div>
      )}
    </div>
  );
}
