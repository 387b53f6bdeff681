import { phrase } from '@/core/units';
import { between, id, inRange, list, named, oneOf, record, surfaceLabD50, text } from '../fields';
import { FALL_S, POT_ENDS, POT_G, POT_READ_BY, POT_READ_OVER, POURED, POURED_BY, READ_ERROR } from '../ranges';
import { kind } from './kind';

/** Inks in one pot: more are not told apart by anybody. */
const MOST_POT_PARTS = 24;
const addedG = () => between(phrase('measure.inkInThePot'), 0, POT_G.max, ' g');
const potShares = () =>
  list(record({ inkId: id(), name: named(60), share: between(phrase('measure.share'), 0, 1) }), MOST_POT_PARTS).min(1);

/** What happens to a pot of ink, from the first part that is poured to its end. */
export const POT_ACTS = {
  /** A pot is mixed for an ink of the plan: to a recipe, in shares by weight, and perhaps begun with what another pot has left. */
  'pot-begun': record({
    kind: kind('pot-begun'),
    potId: id(),
    runId: id(),
    inkId: id(),
    name: named(60),
    wantedG: inRange(POT_G, ' g'),
    shares: potShares(),
    from: record({
      potId: id(),
      name: named(60),
      parts: list(record({ inkId: id(), name: named(60), grams: inRange(POT_G, ' g') }), MOST_POT_PARTS).min(1),
      /** What had been added to it, g. */
      added: record({ softener: addedG(), grease: addedG(), drier: addedG() }),
    })
      .nullable()
      .defined(),
  }),
  /** The rest of a pot is poured otherwise: because a part went over, or because a drawdown shows that something lacks. */
  'pot-changed': record({ kind: kind('pot-changed'), potId: id(), wantedG: inRange(POT_G, ' g'), shares: potShares() }),
  /** Ink of the cabinet, or something that makes it thinner, stiffer or quicker to dry, went into a pot. */
  poured: record({
    kind: kind('poured'),
    potId: id(),
    what: oneOf(POURED),
    /** Of the cabinet; null for what is no ink. */
    inkId: id().nullable().defined(),
    name: text(60),
    grams: inRange(POT_G, ' g'),
    by: oneOf(POURED_BY),
  }),
  /** What was said to have been poured was not. */
  'pour-undone': record({ kind: kind('pour-undone'), pourId: id() }),
  /** The pot's colour as a drawdown shows it, on paper or on what lies below its run, and how far that may be off (ΔE00). */
  'pot-read': record({
    kind: kind('pot-read'),
    potId: id(),
    over: oneOf(POT_READ_OVER),
    labD50: surfaceLabD50(),
    by: oneOf(POT_READ_BY),
    errorDeltaE: inRange(READ_ERROR),
  }),
  /** Its stiffness: the seconds it takes to fall from the knife. */
  'pot-fell': record({ kind: kind('pot-fell'), potId: id(), seconds: inRange(FALL_S, ' s') }),
  /** So much is left of it, and kept. */
  'pot-kept': record({ kind: kind('pot-kept'), potId: id(), grams: inRange(POT_G, ' g') }),
  'pot-ended': record({ kind: kind('pot-ended'), potId: id(), why: oneOf(POT_ENDS) }),
};
