'use client';
import { Link } from '../../ui/shell/visit';
import { Fragment, useState } from 'react';
import { goodsCode, seasonWords } from '../../core/crops/recipes';
import type { Crop } from '../../core/library/types';
import { formatPrice, soldBy } from '../../core/quantity/sold';
import { codeWords } from '../../core/words/codes';
import { all, plural, say, told } from '../../core/words/words';
import { send } from '../../commands/client';
import { ActionForm } from '../../ui/form/ActionForm';
import { AskInDialog } from '../../ui/form/AskInDialog';
import { PutAway } from '../../ui/form/PutAway';
import { ChipLink } from '../../ui/kit/Chip';
import { Buttons, Empty, Mark, PageHead, Sheet, SheetBody, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { cropForm } from './cropFields';
import { FarmNav } from './FarmNav';
import { LearnedSheet } from './LearnedSheet';
import type { CropsPage } from './queries';
import type { Said } from './useAct';

/** How this farm grows its crops: the numbers that beds, plan and market reckon with. */
export function CropsRoom({ page }: { page: CropsPage }) {
  const chosen = page.crops.find(({ crop }) => crop.code === page.chosen);
  const [said, setSaid] = useState<string | null>(null);
  return (
    <Stack>
      <FarmNav here="/farm/crops" suffix="" />
      <PageHead>
        <h1>{say`Crops and recipes`}</h1>
        <Text quiet>
          {say`how this farm grows them: beds, plan and market follow it; for fish there is`}{' '}
          <Link href="/cohorts/species">{say`Species`}</Link>
        </Text>
      </PageHead>
      {said && (
        <Mark tone="good" role="status">
          {said}
        </Mark>
      )}
      {!chosen ? (
        <Empty>
          {say`No crop yet.`} <Link href="/farm/products">{say`Take one of the library onto the farm.`}</Link>
        </Empty>
      ) : (
        <>
          <Buttons role="group" aria-label={say`Crops`}>
            {page.crops.map(({ crop }) => (
              <ChipLink key={crop.code} href={`/farm/crops?crop=${crop.code}`} chosen={crop.code === page.chosen}>
                {crop.name}
              </ChipLink>
            ))}
            <ChipLink href="/farm/products">{say`+ from the library`}</ChipLink>
          </Buttons>
          <LearnedSheet
            crop={chosen.crop}
            version={chosen.version}
            learned={page.learned}
            today={page.today}
            units={page.units}
            mayChange={page.mayChange}
            onSaid={setSaid}
          />
          <CropSheet key={`${page.chosen}${chosen.version}`} {...chosen} page={page} onSaid={setSaid} />
        </>
      )}
    </Stack>
  );
}

/** What its plants are sold as, at list price; customers and seasons have lists of their own. */
function SoldAs({ page: { products, currency } }: { page: CropsPage }) {
  if (products.length === 0) return null;
  const price = (p: CropsPage['products'][number]) =>
    p.priceMinor > 0
      ? say`${p.name}, ${formatPrice(p.priceMinor, p.unit, currency)} a ${soldBy(p.unit)}`
      : say`${p.name}, no price yet`;
  return (
    <Text as="p">
      {say`Sold as ${all(products.map(price))}.`}{' '}
      <Link href="/farm/products">{say`Prices, with those of customers and seasons`}</Link>
    </Text>
  );
}

/** The recipes that share its seed and its product, each with its part of the year. */
function OtherRecipes({ crop, page }: { crop: Crop; page: CropsPage }) {
  const others = page.crops.filter((c) => c.crop !== crop && goodsCode(c.crop) === goodsCode(crop));
  if (others.length === 0) return null;
  return (
    <Text as="p">
      {say`This recipe is ${seasonWords(crop)}; the same seed and product have also:`}{' '}
      {others.map(({ crop: other }, i) => (
        <Fragment key={other.code}>
          {i > 0 && ', '}
          <Link href={`/farm/crops?crop=${other.code}`}>{other.name}</Link> ({seasonWords(other)})
        </Fragment>
      ))}
      .
    </Text>
  );
}

interface BesideProps {
  crop: Crop;
  version: number;
  onSaid: (words: string) => void;
}

function Beside({ crop, version, onSaid }: BesideProps) {
  return (
    <>
      <AskInDialog
        about={`copy ${crop.code}`}
        opens={say`A recipe of its own…`}
        label={say`Make a recipe of its own from ${crop.name}`}
        title={say`A recipe of its own from ${crop.name}`}
        says={say`It begins with these numbers.`}
        fields={[
          { name: 'name', label: say`Its name`, kind: 'text', start: '' },
          {
            name: 'goods',
            label: say`It is for`,
            kind: 'choice',
            start: 'same',
            options: [
              ['same', say`another season or way of growing: same seed, sold as the same`],
              ['own', say`another variety: seed and product of its own`],
            ],
          },
        ]}
        submit={say`Make it`}
        send={({ goods, ...values }) =>
          send<Said>('setup.copyCrop@1', { ...values, code: crop.code, sameGoods: goods === 'same' })
        }
        onDone={(v) => onSaid(v.words)}
      />
      <PutAway
        name={crop.name}
        says={say`It is not sown any more; plants that stand are picked as planned. The library brings it back.`}
        send={(values) => send<Said>('setup.retireKind@1', { ...values, what: 'crop', code: crop.code, version })}
        onDone={(v) => onSaid(v.words)}
      />
    </>
  );
}

interface CropSheetProps {
  crop: Crop;
  version: number;
  page: CropsPage;
  onSaid: (words: string) => void;
}

function CropSheet({ crop, version, page, onSaid }: CropSheetProps) {
  const { fields, changedIn } = cropForm(crop, page);
  return (
    <Sheet>
      <SheetHead>
        <h2>{crop.name}</h2>
        <Text quiet>
          {[
            crop.methods.map((m) => codeWords(m)).join(', '),
            plural(crop.nurseryDays + crop.finalDays, '# day from seed to harvest', '# days from seed to harvest'),
          ].join(' · ')}
        </Text>
      </SheetHead>
      <SheetBody stack>
        <Text as="p" small>
          {told(crop.basis)}
        </Text>
        <SoldAs page={page} />
        <OtherRecipes crop={crop} page={page} />
        {page.mayChange ? (
          <ActionForm
            about={crop.code}
            fields={fields}
            units={page.units}
            submit={say`Keep for this farm`}
            send={({ entryKey, confirmed, ...typed }) =>
              send<Said>('setup.crop@1', { entryKey, confirmed, code: crop.code, version, ...changedIn(typed) })
            }
            onDone={(v) => onSaid([v.words, ...(v.lines ?? [])].join(' '))}
            beside={<Beside crop={crop} version={version} onSaid={onSaid} />}
          />
        ) : (
          <Text as="p" quiet>
            {say`A manager changes these numbers.`}
          </Text>
        )}
      </SheetBody>
    </Sheet>
  );
}
