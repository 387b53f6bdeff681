'use client';
import clsx from 'clsx';
import Link from 'next/link';
import { hexFromLabD50 } from '@/core/colour';
import { INK_START_VALUES } from '@/core/inks';
import { Cautions } from '@/ui/kit/Cautions';
import { Choice } from '@/ui/kit/Choice';
import { CountField } from '@/ui/kit/fields';
import { InkSet } from '@/ui/kit/InkSet';
import { NothingToShow } from '@/ui/kit/NothingYet';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { mixWords } from '@/words/mix';
import { gramsInWords, quantity } from '@/words/quantities';
import { BenchTabs } from '../BenchTabs';
import { Timers } from '../timers/Timers';
import { Drawdown } from './Drawdown';
import { Leftover } from './Leftover';
import { PotBegin } from './PotBegin';
import { Pouring } from './Pouring';
import { Stiffness } from './Stiffness';
import { inksToMix, useMix, type Mix } from './useMix';
import benchCss from '../bench.module.css';
import css from './mix.module.css';

/** Mix: one ink of one run, from the empty pot to the lid on what is left of it. */
export function MixView() {
  const { plan, urls } = usePrintDesk('plan', 'urls');
  return plan.flat && inksToMix(plan).length > 0 ? (
    <Mixing />
  ) : (
    <NothingToShow
      above={<BenchTabs view="mix" />}
      title={mixWords('which.nothing')}
      says={mixWords('which.nothingSays')}
    >
      <Link href={urls.page('runs')}>{mixWords('which.toRuns')}</Link>
    </NothingToShow>
  );
}

function Mixing() {
  const mix = useMix();
  const { pot } = mix;
  return (
    <div className={clsx(benchCss.columns, css.mixing)}>
      <div className={benchCss.act}>
        <BenchTabs view="mix" />
      </div>
      <div className={benchCss.before}>
        <InkSet />
        <WhichInk mix={mix} />
        <Need mix={mix} />
        <Cautions place="ink" />
      </div>
      <div className={benchCss.now}>
        {pot ? <Pouring key={pot.potId} mix={mix} pot={pot} /> : <PotBegin key={mix.at} mix={mix} />}
        <Timers />
      </div>
      <div className={benchCss.after}>
        {pot && <Drawdown key={`draw-${pot.potId}`} mix={mix} pot={pot} />}
        <Stiffness mix={mix} />
        {pot && <Leftover key={`left-${pot.potId}`} mix={mix} pot={pot} />}
      </div>
    </div>
  );
}

function WhichInk({ mix: { all, at, choose, one } }: { readonly mix: Mix }) {
  const { looks } = usePrintDesk('looks');
  if (!one) return null;
  const seen = one.ink.solidLabD50;
  return (
    <>
      <Choice
        label={mixWords('which.label')}
        value={at}
        options={all.map(({ index, ink }, i) => [i, mixWords('which.ink', { run: index + 1, ink: ink.name })] as const)}
        className={kit.above8}
        onChange={choose}
      />
      <div className={css.wanted} style={{ background: hexFromLabD50(seen) }} aria-hidden data-ready={Boolean(looks)} />
    </>
  );
}

function Need({ mix: { need, sheets, washUps, setWashUps } }: { readonly mix: Mix }) {
  if (!need) return null;
  const { partsMl, leastMl } = need;
  const grams = (ml: number) => {
    const heavy = ml * INK_START_VALUES.densityGPerMl;
    return heavy < 1 ? quantity('grams', heavy, 2) : gramsInWords(heavy);
  };
  return (
    <section aria-label={mixWords('need.title')} className={kit.above14}>
      <h2>{mixWords('need.title')}</h2>
      <p className={kit.lead}>{mixWords('need.said', { grams: gramsInWords(need.grams), sheets })}</p>
      <dl className={clsx(kit.factsList, kit.above8)}>
        <dt>{mixWords('need.sheets')}</dt>
        <dd className={kit.num}>{grams(partsMl.sheets)}</dd>
        <dt>{mixWords('need.slab')}</dt>
        <dd className={kit.num}>{grams(partsMl.slabAndRoller)}</dd>
        <dt>{mixWords('need.block')}</dt>
        <dd className={kit.num}>{grams(partsMl.block)}</dd>
        <dt>{mixWords('need.again')}</dt>
        <dd className={kit.num}>{grams(partsMl.again)}</dd>
        <dt>{mixWords('need.spare')}</dt>
        <dd className={kit.num}>{grams(partsMl.spare)}</dd>
        <dt>{mixWords('need.least')}</dt>
        <dd className={kit.num}>{grams(leastMl)}</dd>
      </dl>
      <div className={kit.above12}>
        <CountField
          label={mixWords('need.washUps')}
          value={washUps}
          range={{ min: 0, max: 30, what: mixWords('need.washRange') }}
          onChange={setWashUps}
        />
      </div>
      <p className={kit.note}>{mixWords('need.start')}</p>
    </section>
  );
}
