import { disclaimer } from '~/core/clear/signs';
import { rawText, targetText } from '~/core/link/sentence';
import { screenedPerson } from '~/core/link/standing';
import { review } from '~/core/review/review';
import { ratios, testGaps } from '~/core/screen/assess/ratios';
import { testOn } from '~/core/screen/trial/by-rung';
import { type HistoryTrial, historyLines } from '~/core/screen/trial/history';
import { feltPlacesOf } from '~/core/screen/trial/trial';
import { endedText } from '~/core/screen/trial/words';
import { listed } from '~/core/words/counted';
import { dayInWords } from '~/core/words/days';
import { newId, staffNames } from '~/db/queries/practice';
import { trialHistoryOf } from '~/db/queries/screen';
import { can } from '../principal/can';
import { forAthlete, type Principal } from '../principal/principal';
import { toTrial } from '../principal/rows';
import type { AthleteStanding } from '../principal/subject';

const verdictMarks = {
  better: '▲ real',
  worse: '▼ real',
  within_error: 'within error',
  not_comparable: 'not comparable',
} as const;

const oneDecimal = (value: number) => String(Math.round(value * 10) / 10);
/** A figure with its unit; degrees stand close. */
const withUnit = (value: number, unit: string) =>
  unit.startsWith('°') ? `${oneDecimal(value)}°` : `${oneDecimal(value)} ${unit}`;

/** Every test with both sides, its error, its changes and the history of its trials. */
export async function resultsView(principal: Principal, standing: AthleteStanding) {
  const { athlete, trade, assessment, today } = standing;
  const said = forAthlete(principal, athlete).loads;
  const [rows, names] = await Promise.all([
    trialHistoryOf(principal.practiceId, athlete.id),
    staffNames(principal.practiceId),
  ]);
  const changes = review({
    trials: standing.trials,
    person: screenedPerson(trade, athlete, today, standing.event),
    today,
    trade,
  });
  const gaps = testGaps(trade, assessment.results);
  const lines = historyLines(
    rows.map(
      (row): HistoryTrial => ({
        ...toTrial(row),
        correctedBy: row.correctedBy,
        voided: row.voidedAt !== null,
      }),
    ),
  );
  const keys = [
    ...new Set([
      ...assessment.results.map((result) => `${result.testId}|${result.rungId ?? ''}`),
      // Trials nothing is counted from still have their line.
      ...lines.map(({ stands }) => `${stands.testId}|${stands.rungId ?? ''}`),
    ]),
  ];
  const inOrder = keys
    .map((key) => {
      const [testId = '', rungId = ''] = key.split('|');
      return { key, testId, rungId: rungId || null, test: testOn(trade.test(testId), trade, rungId) };
    })
    .sort((a, b) => a.test.stage - b.test.stage || a.test.name.localeCompare(b.test.name));
  return {
    athleteId: athlete.id,
    today,
    cautions: standing.gate.cautions.length,
    tests: inOrder.map(({ key, testId, rungId, test }) => {
      const results = assessment.results.filter(
        (result) => result.testId === testId && result.rungId === rungId,
      );
      const [first] = results;
      const mine = lines.filter(({ stands }) => stands.testId === testId && stands.rungId === rungId);
      const gap = gaps.find((found) => found.testId === testId && found.left.rungId === rungId);
      return {
        key,
        name: test.name,
        onDate: first?.onDate ?? '',
        target: first ? targetText(trade, testId, first.target.value) : '',
        source: first?.target.source ?? '',
        error: withUnit(
          test.typicalError,
          test.kind === 'grade' || test.kind === 'level' ? 'grade' : test.unit,
        ),
        bars: results.map((result) => ({
          side: result.side,
          text: rawText(trade, result, said),
          score: result.score,
          held: result.held,
          comparable: result.comparable,
        })),
        parts: results.flatMap((result) =>
          Object.entries(result.parts ?? {}).flatMap(([id, value]) => {
            const part =
              test.directions?.find((one) => one.id === id) ?? test.figures?.find((one) => one.id === id);
            return part
              ? [`${result.side === 'both' ? '' : `${result.side} `}${part.name.toLowerCase()} ${value}`]
              : [];
          }),
        ),
        faults: [...new Set(results.flatMap((result) => result.faultIds))].map((id) =>
          trade.fault(id).name.toLowerCase(),
        ),
        gap:
          gap?.worse && gap.beyondError
            ? `${gap.worse} behind by ${withUnit(gap.amount, gap.unit)}`
            : gap
              ? 'sides within error'
              : '',
        changes: changes
          .filter((change) => change.testId === testId && change.latest.rungId === rungId)
          .map((change) => ({
            side: change.side,
            from: rawText(trade, change.previous, said),
            on: change.previous.onDate,
            says: verdictMarks[change.verdict],
            realFrom: oneDecimal(change.realFrom),
          })),
        history: mine.map(({ stands, before }) => ({
          id: stands.id,
          onDate: stands.onDate,
          side: stands.side === 'both' ? '' : stands.side,
          text: rawText(trade, stands, said),
          notes: [
            endedText[stands.endReason] ?? '',
            ...stands.faults.map((fault) => trade.fault(fault.faultId).name.toLowerCase()),
            stands.readBy ? `read by ${stands.readBy}` : '',
            stands.feltAlso.length > 0 ? `felt in ${listed(feltPlacesOf(stands))}` : '',
            stands.comparable ? '' : 'no warm-up',
            stands.note ? `“${stands.note}”` : '',
          ]
            .filter(Boolean)
            .join(', '),
          marks: stands.marks ?? [],
          answered: stands.answered,
          simulated: stands.simulated,
          by: stands.staffId ? names.get(stands.staffId) : undefined,
          counts: stands.endReason !== 'stopped' && stands.endReason !== 'pain',
          graded: test.kind === 'grade' || test.withGrade,
          figured: test.kind !== 'grade',
          unit: test.unit,
          traceId: stands.traceId,
          stillId: stands.stillId,
          before: before.map((older, i) => ({
            id: older.id,
            text: rawText(trade, older, said),
            reason: (i === 0 ? stands : (before[i - 1] as HistoryTrial)).reason ?? '',
          })),
        })),
      };
    }),
    ratios: ratios(trade, assessment.results).map((ratio) => ({
      id: ratio.id,
      name: ratio.name,
      formula: ratio.formula,
      value: ratio.value.toFixed(2),
      error: ratio.error.toFixed(2),
      expected: ratio.expected,
      says: ratio.says,
      inputs: ratio.inputs
        .map((input) => `${input.label} ${oneDecimal(input.value)} s on ${dayInWords(input.onDate)}`)
        .join('; '),
    })),
    mayCorrect: can(principal, 'trial.correct'),
    correctionId: newId(),
    disclaimer,
  };
}
