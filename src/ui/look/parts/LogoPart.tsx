'use client';
/** The logo in its two versions, its words, link, width and alignment, and the colours read from it. */
import { coloursFrom, type Look, type PictureColour } from '@/core/look';
import { safeUrl } from '@/core/text';
import { Segments } from '../../parts/fields';
import { NumberField } from '../../parts/NumberField';
import type { BringPicture } from '../../parts/bringPicture';
import { PictureInput } from '../../parts/PictureInput';
import { Row, SIDES, Text, type PartProps } from './common';
import { say } from '@/words/look';

export function LogoPart(
  props: PartProps & {
    onBring: BringPicture;
    colours: PictureColour[] | undefined;
    onReadColours: (path: string) => void;
    onFound: (colours: PictureColour[]) => void;
  },
) {
  const { look, editable, onLook, onBring, colours, onReadColours, onFound } = props;
  const { logo } = look;
  const most = Math.min(600, look.shape.width - 2 * look.shape.margin);
  const set = (change: Partial<NonNullable<Look['logo']>>, key: string): void => {
    if (logo) onLook({ ...look, logo: { ...logo, ...change } }, `logo ${key}`);
  };
  return (
    <>
      <PictureInput
        label={say.logo}
        asset={logo?.light}
        shown={logo?.width ?? Math.min(240, most)}
        onBring={onBring}
        onPicture={({ asset, colours: found }) => {
          onFound(found);
          onLook(
            {
              ...look,
              logo: logo
                ? { ...logo, light: asset }
                : {
                    light: asset,
                    alt: look.masthead.name,
                    link: '',
                    width: Math.min(240, most, asset.width),
                    align: 'start',
                  },
            },
            'logo',
          );
        }}
        onRemove={editable ? () => onLook({ ...look, logo: null }, 'logo') : undefined}
      />
      {logo && (
        <>
          <PictureInput
            label={say.logoWhereMailIsDark}
            asset={logo.dark}
            shown={logo.width}
            onBring={onBring}
            onPicture={({ asset }) => set({ dark: asset }, 'dark')}
            onRemove={
              logo.dark && editable
                ? () => {
                    const { dark: _dark, ...rest } = logo;
                    onLook({ ...look, logo: rest }, 'logo dark');
                  }
                : undefined
            }
          />
          <Text
            label={say.alternativeText}
            value={logo.alt}
            disabled={!editable}
            max={120}
            onChange={(alt) => set({ alt }, 'alt')}
          />
          <Text
            label={say.leadsTo}
            value={logo.link}
            placeholder="https://"
            disabled={!editable}
            max={2000}
            problem={logo.link !== '' && safeUrl(logo.link) === undefined ? say.enterAFullLinkSuch : undefined}
            onChange={(link) => set({ link }, 'link')}
          />
          <NumberField
            label={say.shownWidth}
            value={logo.width}
            min={16}
            max={most}
            disabled={!editable}
            onChange={(width) => set({ width }, 'width')}
          />
          <Row label={say.alignment}>
            <Segments
              label={say.alignment}
              value={logo.align}
              choices={SIDES}
              onChange={(align) => set({ align }, 'align')}
            />
          </Row>
          <div>
            <div className="mb-1 text-sm text-slate">{say.coloursOfTheLogo}</div>
            {colours ? (
              <>
                <div className="flex gap-1">
                  {colours.map((c) => (
                    <span
                      key={c.colour}
                      title={`${c.colour}, ${Math.round(c.share * 100)}%`}
                      className="size-6 border border-rule"
                      style={{ backgroundColor: c.colour }}
                    />
                  ))}
                </div>
                {editable && (
                  <button
                    type="button"
                    className="btn mt-2"
                    onClick={() =>
                      onLook({ ...look, colours: coloursFrom(colours, look.colours) }, 'colours from logo')
                    }
                  >
                    {say.makeTheColoursFromThese}
                  </button>
                )}
              </>
            ) : (
              <button type="button" className="btn" onClick={() => onReadColours(logo.light.path)}>
                {say.readThem}
              </button>
            )}
          </div>
        </>
      )}
    </>
  );
}
