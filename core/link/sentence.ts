import { otherSide, type QualityId, quality, type ScreenTest, type SideKey } from '~/core/catalogue';
import { type LoadSaid, loadInWords } from '~/core/catalogue/rung-load';
import type { Trade } from '~/core/catalogue/trade';
import type { Capability, TestResult } from '~/core/screen/assess/assess';
import { gradeWords } from '~/core/screen/trial/words';
import { type Exposure, exposureClause } from './exposure';
import type { GapArithmetic } from './gap';

/** "Level pelvis, left stance" or "Front wall": quality and side as a coach would say it. */
export function qualitySideName(id: QualityId, side: SideKey): string {
  const { name } = quality(id);
  if (side === 'both') return name;
  return id === 'pelvic_level' ? `${name}, ${side} stance` : `${name}, ${side}`;
}

/**
 * What a side of a test is called: "left" where the side that is set up is the one that works, else both are named, the hand
 * that holds the weight and the wall it tests.
 */
export function setUpText(trade: Pick<Trade, 'test'>, testId: string, side: SideKey): string {
  if (side === 'both') return '';
  const test = trade.test(testId);
  if (test.feeds[0]?.worksSide !== 'opposite') return side;
  const works = otherSide(side);
  if (test.posture.archetype === 'carry') return `weight in the ${side} hand, ${works} wall`;
  return `${side} ${(test.sideMeans ?? 'side').toLowerCase()}, works the ${works}`;
}

/** The raw figure of a result: "45 s", "9°", "Cued", "level 2". */
export function rawText(
  trade: Pick<Trade, 'test'>,
  result: Pick<TestResult, 'testId' | 'value' | 'grade'> & { readonly parts?: TestResult['parts'] },
  said?: LoadSaid,
): string {
  const test = trade.test(result.testId);
  if (test.kind === 'grade') return result.grade ? gradeWords[result.grade].toLowerCase() : 'no grade';
  if (result.value === null) return 'no figure';
  if (test.kind === 'level') return levelText(test, result.value);
  const figure = Number.isInteger(result.value)
    ? String(result.value)
    : (Math.round(result.value * 10) / 10).toFixed(1);
  const unit = test.unit.startsWith('°') ? test.unit : ` ${test.unit}`;
  const grade = test.withGrade && result.grade ? `, ${gradeWords[result.grade].toLowerCase()}` : '';
  const used = test.load && result.parts?.load;
  const load = said && test.load && used ? loadInWords({ by: test.load.by, value: used }, said) : undefined;
  return `${figure}${unit}${grade}${load ? `, ${load}` : ''}`;
}

/** The words of a level, or its number where it has none. */
export function levelText(test: ScreenTest, value: number): string {
  if (value < 0) return 'not yet';
  const words = test.levels?.[value];
  if (!words) return `level ${value}`;
  return /^\d/.test(words) ? `level ${words}` : words.toLowerCase();
}

/** The target beside it: "5°", "owned", "level 3". */
export function targetText(trade: Pick<Trade, 'test'>, testId: string, target: number): string {
  const test = trade.test(testId);
  if (test.kind === 'grade') return 'owned';
  if (test.kind === 'level') return `level ${target}`;
  // The unit of a count stands beside the result already.
  if (test.kind === 'count') return String(target);
  return test.unit.startsWith('°') ? `${target}${test.unit}` : `${target} ${test.unit}`;
}

export interface SentenceInput {
  readonly trade: Trade;
  readonly capability: Capability;
  readonly other: Capability | undefined;
  readonly gap: GapArithmetic;
  readonly demand: number;
  readonly exposure: Exposure;
  readonly verdict: 'first' | 'train' | 'settle' | 'keep';
  readonly settleBy: ScreenTest | undefined;
  readonly ladderIds: readonly string[];
  /** Who asks: a sport, or a goal that is none. */
  readonly asker?: 'sport' | 'goal' | undefined;
}

/** One explaining sentence (or two short ones) made from the numbers of a priority. */
export function prioritySentence(input: SentenceInput): string {
  const { trade, capability, other, gap, verdict } = input;
  const settle = input.settleBy
    ? ` ${input.settleBy.name} (${input.settleBy.minutes} min) would settle it.`
    : '';
  const main = [...capability.parts].sort((a, b) => b.weight - a.weight || a.result.score - b.result.score)[0]
    ?.result;
  const asker = input.asker ?? 'sport';
  if (capability.supposed)
    return `Supposed to score ${Math.round(capability.capability ?? 0)} of 100; the ${asker} asks ${input.demand} of 5.`;
  if (!main) return `Not tested yet; the ${asker} asks ${input.demand} of 5.${settle}`;
  const test = trade.test(main.testId);
  const opposed = main.side !== 'both' && test.feeds[0]?.worksSide === 'opposite';
  const set = opposed ? `, ${setUpText(trade, test.id, main.side)}:` : '';
  const measured = `${test.name}${set} ${rawText(trade, main)} against ${targetText(trade, main.testId, main.target.value)}`;
  const opposite = other?.parts.find((part) => part.result.testId === main.testId)?.result;
  const beside = opposite
    ? `; ${opposed ? `${setUpText(trade, test.id, opposite.side)}:` : capability.side === 'left' ? 'right' : 'left'} ${rawText(trade, opposite)}`
    : '';
  const gapText: Record<GapArithmetic['verdict'], string> = {
    none: '',
    stronger: '',
    small: '',
    within_error: ` The side gap of ${Math.round(gap.gap * 100)} % is within test error: repeat.`,
    beyond_error: ` The side gap of ${Math.round(gap.gap * 100)} % is beyond test error.`,
    repeated: ` The side gap of ${Math.round(gap.gap * 100)} % is within the error of each test and shows in two.`,
  };
  const seen = [...new Set(capability.parts.flatMap((part) => part.result.faultIds))]
    .slice(0, 2)
    .map((id) => trade.fault(id).name.toLowerCase());
  const faultText = seen.length > 0 ? ` Seen: ${seen.join(', ')}.` : '';
  const asks = `The ${asker} asks ${input.demand} of 5${input.demand >= 3 ? `, and ${exposureClause(input.exposure, capability.side)}` : ''}.`;
  const serve =
    verdict === 'train' || verdict === 'first'
      ? ` Served by ${input.ladderIds
          .slice(0, 2)
          .map((id) => trade.ladder(id).name.toLowerCase())
          .join(' and ')}.`
      : '';
  const first = verdict === 'first' ? ' Nothing above it holds until this does.' : '';
  const doubt = verdict === 'settle' ? ` Confidence is low.${settle}` : '';
  return `${measured}${beside}.${gapText[gap.verdict]}${faultText} ${asks}${first}${doubt}${serve}`;
}
