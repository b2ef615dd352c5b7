import { caution } from '~/core/catalogue/cautions';
import { type QualityId, quality, qualityIds } from '~/core/catalogue/qualities';
import { signText } from '~/core/clear/signs';
import type { Issue } from '~/core/result';
import { counted } from '~/core/words/counted';
import { dayText, timeText } from '../lib/format';

/**
 * The words of everything that cannot be, or was changed: the one place where a code becomes a sentence. A code without
 * words here is a slip, which `issue-text.test.ts` finds.
 */

type Values = Issue['values'];
const text = (values: Values, key: string): string => {
  const value = values[key];
  return Array.isArray(value) ? value.join(', ') : String(value ?? '');
};
const list = (values: Values, key: string): readonly string[] => {
  const value = values[key];
  return Array.isArray(value) ? value : value === undefined ? [] : [String(value)];
};
const joined = (words: readonly string[], by = 'and'): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} ${by} ${words.at(-1)}`;

const qualityName = (id: string): string =>
  (qualityIds as readonly string[]).includes(id) ? quality(id as QualityId).name : 'Neck control';
const lower = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1);

const actionWords: Readonly<Record<string, string>> = {
  'clearance.agree': 'A practitioner’s word is recorded',
  'flag.close': 'Flags are closed',
  'athlete.change_birth_date': 'The date of birth is changed',
  'athlete.import': 'Rosters are imported',
  'trial.void': 'Trials are taken back',
  'trial.correct': 'Trials are corrected',
  'battery.remove': 'Kept batteries are removed',
  'plan.change': 'Events and days off are changed',
  'plan.make': 'Seasons are planned',
  'week.lay_out': 'Weeks are laid out',
  'prescription.set': 'Prescriptions are set',
  'proposal.decide': 'Proposals are decided',
  'catalogue.edit': 'The library is changed',
  'settings.change': 'Settings are changed',
};

/** Why a test or an exercise is withheld, short enough to stand behind a colon. */
const bars: Readonly<Record<string, (values: Values) => string>> = {
  'bar.not_cleared': () => 'not cleared',
  'bar.breath_only': () => 'breath and brace only until a licensed practitioner agrees',
  'bar.held': (v) => `${lower(qualityName(text(v, 'quality')))} is held by an open pain flag`,
  'bar.caution': (v) => lower(text(v, 'barName')),
  'bar.half_height': (v) =>
    `${lower(text(v, 'barName'))}: above the middle of its ladder, ${text(v, 'rung')} must be owned first`,
  'bar.hidden': () => 'hidden by the practice',
  'bar.youth_load': () => 'no load under 16 before the exercise is owned',
  'bar.school': (v) => `the school “${text(v, 'school')}” leaves this ladder out`,
  'bar.school_lumbar': (v) => `the school “${text(v, 'school')}” leaves out a ${text(v, 'lumbar')} low back`,
  'bar.disputed': (v) => `disputed (${lower(text(v, 'exercise'))}), not used by “${text(v, 'school')}”`,
  'bar.kit': (v) => `needs ${joined(list(v, 'needs'))}`,
  'bar.kit_one_of': (v) => `needs ${joined(list(v, 'needs'), 'or')}`,
  'bar.prerequisite': (v) => `comes after ${text(v, 'rung').toLowerCase()}`,
  'bar.no_hop': () => 'not cleared to hop',
  'bar.unknown_rung': () => 'no longer in the library',
  'bar.unknown_test': () => 'no longer in the library',
};

/** Why something is withheld, as a phrase: "knee pain", "needs ball". */
export const barText = (bar: Issue): string => bars[bar.code]?.(bar.values) ?? bar.code;
/** Several bars as one phrase. */
export const barsText = (found: readonly Issue[]): string => found.map(barText).join('; ');
const barOf = (values: Values): string => barText({ code: text(values, 'bar'), path: [], values });

const units: Readonly<Record<string, string>> = {
  hold_s: 's',
  reps: 'reps',
  breaths: 'breaths',
  metres: 'm',
  reps_in_60s: 'reps in 60 s',
};

const sentences: Readonly<Record<string, (values: Values) => string>> = {
  // Clearance
  'clear.missing': () => 'The safety questions have not been answered.',
  'clear.sign': (v) => `${signText(text(v, 'sign'))}.`,
  'clear.expired': (v) =>
    `The safety form of ${dayText(text(v, 'onDate'))} is older than ${text(v, 'months')} months.`,
  'clear.consent_athlete': () => "The athlete's consent is not recorded.",
  'clear.consent_guardian': (v) =>
    `A guardian's consent is needed under ${text(v, 'years')} and is not recorded.`,
  'clear.ask_first': (v) =>
    `${caution(text(v, 'caution'))?.name ?? text(v, 'caution')}: breath and brace only until a licensed practitioner agrees.`,
  'lift.answer': () => 'Answer the safety form.',
  'lift.answer_again': () => 'Answer the safety form again.',
  'lift.refer': () =>
    'Refer. Only a recorded clearance by a licensed practitioner who names the sign, with role and date, lifts this.',
  'lift.consent': () => 'Record the consent on the safety form.',
  'lift.agree': () => "Record the practitioner's agreement with name, role and date.",
  'lift.nothing': () => '',
  'form.sign_or_none': () => 'Tick the signs there are, or that there are none.',
  'form.sign_and_none': () => 'A sign is ticked above; untick one of the two.',
  'form.both_pressures': () => 'Give both values or neither.',
  'form.systolic': () => 'Upper value: a whole number from 60 to 260 mmHg.',
  'form.diastolic': () => 'Lower value: a whole number from 30 to 160 mmHg.',
  'form.guardian_name': () => "Enter the guardian's name.",
  'form.due_without_pregnancy': () => 'A due date is given; tick the pregnancy too.',
  'form.unknown_caution': () => 'This caution is not in the list.',
  'form.not_a_day': () => 'That is not a day of the calendar.',
  'form.too_long': () => 'This is longer than can be kept.',
  'form.number': () => 'Enter a number.',
  'form.choose': () => 'Choose one.',
  'agreement.name': () => "Enter the practitioner's name.",
  'agreement.role': () => 'Enter the role.',
  'agreement.date': () => 'Enter the date.',
  'agreement.licensed': () => 'Say that they are licensed to practise.',
  'agreement.names_nothing': () => 'Tick what the practitioner has cleared or agreed to.',
  'agreement.not_open': () => 'This is not open any more. Open the page again.',
  'agreement.old_form': () =>
    'The safety form was answered again after you opened this page. A word counts for the form it was given for: open the page again.',
  'agreement.future': () => 'The date lies in the future.',
  'agreement.before_form': (v) => `The date lies before the safety form of ${dayText(text(v, 'onDate'))}.`,
  'flag.reason': () => 'Say in a few words why it is closed.',
  'flag.gone': () => 'This flag is closed already.',
  // People
  'can.not': (v) =>
    `${actionWords[text(v, 'action')] ?? 'This is done'} by ${text(v, 'action').startsWith('staff') || text(v, 'action').startsWith('audit') ? 'the owner' : 'the owner or a coach'}.`,
  'athlete.gone': () => 'This athlete is not here: removed, or somebody else’s.',
  'athlete.stale': () =>
    'Somebody saved this athlete after you opened the form, perhaps you in another tab. Nothing was overwritten; what you entered is kept here. Open the page again to see what was saved.',
  'athlete.given_name': () => 'Enter the given name.',
  'athlete.family_name': () => 'Enter the family name.',
  'athlete.born_in_future': () => 'The date of birth lies in the future.',
  'athlete.age': (v) => `Ages from ${text(v, 'least')} to ${text(v, 'most')} are taken.`,
  'athlete.discipline': () => 'Choose a discipline.',
  'athlete.second_same': () => 'Choose another sport than the first.',
  'athlete.second_percent': () => 'A share of 1 to 99 per cent, in whole ones.',
  'athlete.mass': () => 'From 20 to 250 kg are taken.',
  'athlete.stature': () => 'From 0.9 to 2.4 m are taken.',
  'athlete.school': () => 'Choose a school.',
  'athlete.kit': () => 'Unknown equipment.',
  'athlete.sessions': () => 'Sessions a week: 1 to 5.',
  'athlete.minutes': () => 'Minutes a session: 8 to 45.',
  'ground.mastered': () => 'Ground is mastered: planned again, the next phase begins next week.',
  'ground.goes_on': () =>
    'Ground is not mastered and ends with this week: planned again, it goes on for one more.',
  'place.name': () => 'Name the place.',
  'place.twice': () => 'Two places have this name.',
  'place.days': () => 'Give the first and the last day, the last not before the first, or neither.',
  'place.most': () => 'Three places at most beside the usual one.',
  'athlete.weekdays': () => 'Choose at least one day.',
  'staff.name': () => 'Enter the name.',
  'staff.email': () => 'Enter an e-mail address.',
  'staff.email_taken': () => 'This e-mail belongs to somebody already.',
  'staff.gone': () => 'This person is not here.',
  'staff.last_owner': () => 'The practice keeps at least one owner. Make somebody else owner first.',
  'password.old': () => 'This is not your password.',
  'password.short': (v) => `At least ${text(v, 'least')} letters.`,
  'password.long': () => 'At most 500 letters.',
  'password.common': () => 'This is among the first that are guessed.',
  'password.about': () => 'Leave your name, e-mail and practice out of it.',
  'password.same': () => 'Choose another one than before.',
  'password.repeat': () => 'The two do not match.',
  'sign_in.no_match': () => 'E-mail and password do not match an account.',
  'sign_in.empty': () => 'Enter e-mail and password.',
  'sign_in.too_many': (v) => `Too many attempts. Wait ${counted(Number(v.minutes), 'minute')} and try again.`,
  'sign_in.away': () => 'The database is not answering. Try again in a moment.',
  'set_up.done': () => 'A practice is set up here already: sign in.',
  'settings.name': () => 'Name the practice.',
  'settings.time_zone': () => 'This time zone is not known. Write it as Europe/London.',
  'settings.share': () => 'A number from 0 to 1.',
  'settings.weights': () => 'The three weights must make 1.',
  'settings.rack': () => 'Weights as “1-10, 12-40/2”: single ones and ranges, over 0 and up to 500.',
  'settings.pulley': () => 'The pulley counts once or twice.',
  'settings.band': () =>
    'Two readings or more as “80:30, 120:62”: centimetres from the hook, newtons; further is more.',
  'settings.gap': () => 'From 1 to 50 %.',
  'settings.guardian': () => 'From 16 to 25 years. Under 16 a guardian is always asked.',
  'settings.starts_at': () => 'A time of the day, as 17:30, or nothing.',
  'settings.risk_hours': () => 'Whole hours, 0 to 48.',
  'settings.months': () => 'From 1 to 24 months.',
  'settings.pain': () => 'From 1 to 10.',
  'settings.pain_order': () => 'Pain ends no sooner than it eases.',
  'settings.flexion': () => 'A whole number, not below 0.',
  'settings.flexion_reason': () => 'Say why the ceiling is widened.',
  'settings.letters': () => 'From 10 to 64 letters.',
  'settings.stale': () =>
    'Somebody saved the settings after you opened this page. Nothing was overwritten; open the page again to see what was saved.',
  'catalogue.reason': () => 'Say why, for whoever reads this later.',
  'catalogue.unknown': () => 'This entry is not in the library any more.',
  'catalogue.works_by_it': () =>
    'The practice works by this school. Choose another in Settings, then hide it.',
  'catalogue.stale': () =>
    'Somebody changed the library after you opened this page. Nothing was overwritten; open it again.',
  // Screen
  'battery.empty': () => 'Choose at least one test.',
  'battery.name': () => 'Give the battery a name to keep it under.',
  'battery.gone': () => 'This battery is not kept any more.',
  'battery.maximal': (v) =>
    `${text(v, 'holds')} maximal holds load ${text(v, 'quality')} in one day; two are allowed. Split them over days.${list(v, 'later').length > 0 ? ` For another day: ${joined(list(v, 'later'))}.` : ''}`,
  'screen.gone': () => 'This screen is not here: it was removed, or it belongs to somebody else.',
  'screen.elsewhere': () => 'This screen belongs to somebody else.',
  'screen.too_old': (v) =>
    `This screen is of ${dayText(text(v, 'onDate'))}: only those of the last ${text(v, 'days')} days are taken.`,
  'trial.barred': (v) => `${text(v, 'test')} is left out for this athlete: ${barOf(v)}.`,
  'trial.unknown_test': () => 'There is no such test.',
  'trial.unknown_rung': () => 'There is no such rung.',
  'trial.unknown_fault': () => 'There is no such fault.',
  'trial.needs_side': (v) => `${text(v, 'test')} needs a side.`,
  'trial.no_sides': (v) => `${text(v, 'test')} has no sides.`,
  'trial.needs_grade': (v) => `${text(v, 'test')} needs a grade.`,
  'trial.needs_fault': (v) => `${text(v, 'test')} is faulted: say which fault.`,
  'trial.needs_figure': (v) => `${text(v, 'test')} needs a figure in ${text(v, 'unit')}.`,
  'trial.needs_angle': (v) => `${text(v, 'test')} needs the angle to the ${text(v, 'direction')}.`,
  'trial.needs_rung': (v) => `${text(v, 'test')} needs the rung it was done on.`,
  'trial.no_rung': (v) => `${text(v, 'test')} is not done on a rung.`,
  'trial.outside': (v) =>
    `${text(v, 'test')}: ${text(v, 'value')} is outside ${text(v, 'least')} to ${text(v, 'most')} ${text(v, 'unit')}.`,
  'trial.angle_outside': (v) =>
    `${text(v, 'test')}, ${text(v, 'direction')}: ${text(v, 'value')} is outside ${text(v, 'least')} to ${text(v, 'most')} °.`,
  'trial.figure_outside': (v) =>
    `${text(v, 'figure')}: ${text(v, 'value')} is outside ${text(v, 'least')} to ${text(v, 'most')} ${text(v, 'unit')}.`,
  'trial.load_outside': (v) =>
    `${text(v, 'test')}: a load above 0 and up to ${text(v, 'most')}, not ${text(v, 'load')}.`,
  'trial.unknown_figure': (v) => `${text(v, 'test')} has no figure called ${text(v, 'id')}.`,
  'trial.level': (v) => `${text(v, 'test')} stops at level ${text(v, 'level')} for this athlete.`,
  'trial.fault_after_end': (v) =>
    `A fault at ${text(v, 'atS')} s lies after the end at ${text(v, 'value')} s.`,
  'trial.loss_after_end': (v) =>
    `The first loss at ${text(v, 't1S')} s lies after the end at ${text(v, 'value')} s.`,
  'trial.faults_exceed': (v) =>
    `${text(v, 'faults')} faults were tapped and ${text(v, 'value')} counted: they must agree.`,
  'trial.gone': () => 'This trial is not here.',
  'trial.answered': () => 'This trial is answered already; it is corrected on the result sheet.',
  'trial.settled': () => 'Whose trial it is, its test, side and rung cannot be changed any more.',
  'trial.corrected': () =>
    'Somebody corrected this trial after you opened the page. Nothing was overwritten.',
  'trial.reason': () => 'Say in a few words why.',
  'trial.impossible': () => 'This figure cannot be.',
  'recording.trace': (v) => `The trace cannot be kept. ${text(v, 'why')}`,
  'recording.choose': () => 'Choose a CSV file.',
  'picture.unread': (v) => `The still cannot be kept. ${text(v, 'why')}`,
  'picture.damaged': () => 'The still cannot be kept. The picture is damaged.',
  'still.unknown_landmark': () => 'The still cannot be kept. A landmark does not belong to this angle.',
  'still.missing_landmark': () => 'The still cannot be kept. A landmark is not placed.',
  'still.outside': () => 'The still cannot be kept. A landmark lies outside the picture.',
  'trust.few_repeats': (v) => `There are not yet repeats of ${text(v, 'athletes')} athletes.`,
  'trust.few_results': (v) => `There are not yet results of ${text(v, 'athletes')} athletes.`,
  // Plan
  'event.name': () => 'Name the event.',
  'event.past': () => 'This day is past; a season is planned towards a day to come.',
  'event.far': () => 'At most two years ahead.',
  'event.minutes': () => 'Minutes: 0.1 to 2880 are taken.',
  'event.rate': () => 'Rate: 1 to 400 are taken.',
  'event.gone': () => 'This event is not here any more.',
  'whatif.figure': ({ said, from, to }) => `“${said}” is not a figure from ${from} to ${to}.`,
  'training.time': () => 'A time of the day, such as 18:30.',
  'training.minutes': () => 'Whole minutes, 1 to a day.',
  'training.hard': () => 'A whole number, 1 to 10.',
  'training.name': () => 'Say what it is.',
  'training.day': ({ back }) => `A day of the last ${back}, or of the two years to come.`,
  'training.gone': () => 'This session is not here any more.',
  'training.many': () => 'Too much for one file; export a part of it.',
  'blackout.reason': () => 'Say why.',
  'blackout.order': () => 'The last day lies before the first.',
  'blackout.past': () => 'These days are past.',
  'blackout.long': () => 'At most half a year.',
  'blackout.gone': () => 'These days are not here any more.',
  'plan.unscreened': () => 'Nothing is measured yet: screen first.',
  'plan.no_event': () => 'No event lies ahead: enter one to plan back from.',
  'plan.elsewhere': () => 'This could not be read. Open the page again.',
  // Coach
  'template.name': () => 'Give the frame a name, 2 to 60 letters.',
  'template.empty': () => 'No event, no day off and no phase by date lies ahead: there is no frame to keep.',
  'template.gone': () => 'This frame is not kept any more.',
  'squad.under_way': () => 'Seasons of many are being planned already. Wait for them, or cancel the rest.',
  'squad.nobody': () => 'There is nobody to plan for.',
  'squad.gone': () => 'This is not here any more.',
  'job.failed': () => 'Something went wrong here. It is in the log of the server; try this one by itself.',
  'season.collides': () =>
    'What is set by hand cannot all be kept. Open “Move it by hand”: it says what collides, and what would let go.',
  'season.stale': () => 'Somebody kept another version since. Nothing of yours is lost.',
  'season.gone': () => 'This version is not here any more.',
  'season.over': () => 'No week of this version is left.',
  'plan.open_weeks': () => 'An open block has 4 to 12 weeks.',
  'compose.black': () => 'A blackout: nothing is planned.',
  'compose.no_day': () => 'No training day is left this week.',
  'compose.no_rung': (v) => `${text(v, 'quality')}: no rung is left by cautions, school and kit.`,
  'compose.barred': (v) =>
    text(v, 'bar') === 'bar.held'
      ? `${text(v, 'quality')} is held: a pain flag is open.`
      : `${text(v, 'quality')}: ${barOf(v)}.`,
  'compose.minutes': (v) =>
    `${text(v, 'name')} gave way on one day: ${text(v, 'minutes')} minutes a session.`,
  'compose.place': (v) =>
    `${text(v, 'name')} gave way: it can be done at ${text(v, 'places')} only, and its days there are full.`,
  'compose.flexion': (v) =>
    `${text(v, 'name')} gave way: the week’s ceiling of loaded bending is ${text(v, 'cycles')} cycles and ${text(v, 'seconds')} s.`,
  'compose.on_back': (v) =>
    `${text(v, 'name')} gave way: at most ${text(v, 'minutes')} minutes on the back in a session.`,
  'redose.rung': (v) => `${text(v, 'name')} gives way to ${text(v, 'to')}.`,
  'redose.lever': (v) => `${text(v, 'name')}: now ${text(v, 'to') || 'at its own lever'}.`,
  'redose.load': (v) => `${text(v, 'name')}: load ${text(v, 'to')} instead of ${text(v, 'from')}.`,
  'redose.amount': (v) => `${text(v, 'name')}: ${text(v, 'to')} instead of ${text(v, 'from')}.`,
  'redose.sets': (v) => `${text(v, 'name')}: ${text(v, 'to')} sets instead of ${text(v, 'from')}.`,
  'redose.gone': (v) => `${text(v, 'name')} has no rung left to do and is taken off.`,
  'redose.no_room': (v) => `${text(v, 'name')} no longer fits the minutes and is taken off.`,
  'hand.added': (v) => `${text(v, 'name')} was added by hand.`,
  'hand.removed': (v) => `${text(v, 'name')} was taken off by hand.`,
  'hand.changed': (v) => `${text(v, 'name')} was changed by hand.`,
  'hand.swapped': (v) => `${text(v, 'to')} instead of ${text(v, 'name')}, by hand.`,
  'hand.came': (v) => `${text(v, 'name')} came here from ${dayText(text(v, 'onDate'))}.`,
  'hand.went': (v) => `${text(v, 'name')} went to ${dayText(text(v, 'onDate'))}.`,
  'hand.moved': (v) => `Moved by hand from ${dayText(text(v, 'from'))}.`,
  'hand.near_event': () => 'This day lies close before an event.',
  'hand.no_kit': (v) => `${text(v, 'name')} cannot be done on ${dayText(text(v, 'onDate'))}: it ${barOf(v)}.`,
  'hand.near_limit': (v) =>
    `${text(v, 'name')}: ${text(v, 'share')} % of the limit is more like a test than a set.`,
  'hand.one_set': (v) => `${text(v, 'name')}: one set alone changes little.`,
  'hand.barred': (v) => `${text(v, 'name')} may not be done: ${barOf(v)}.`,
  'hand.cap': (v) =>
    `At most ${text(v, 'seconds')} s in one go: a caution or age caps it. More sets are free.`,
  'hand.effort': (v) =>
    `A caution caps the effort at ${text(v, 'effort')} of 10: at most ${text(v, 'most')} a set.`,
  'hand.flexion': (v) =>
    `That is over the week’s ceiling of loaded bending: ${text(v, 'cycles')} cycles and ${text(v, 'seconds')} s.`,
  'hand.on_back': (v) => `At most ${text(v, 'minutes')} minutes on the back in a session.`,
  'hand.set_added': (v) => `The set “${text(v, 'name')}” was added by hand.`,
  'kept.name': () => 'Give the set a name, 2 to 60 letters.',
  'kept.empty': () => 'This session has no exercises to keep.',
  'kept.gone': () => 'This set is not kept any more.',
  'kept.nothing': (v) => `Everything of “${text(v, 'name')}” is in this session already.`,
  'hand.skipped': (v) => `Skipped${text(v, 'reason') ? `: ${text(v, 'reason')}` : ''}.`,
  'hand.missed': (v) => `Missed${text(v, 'reason') ? `: ${text(v, 'reason')}` : ''}.`,
  'hand.on_again': () => 'On again.',
  'hand.missed_ahead': (v) =>
    `${dayText(text(v, 'onDate'))} lies ahead: it can be skipped, and be missed once it is there.`,
  'hand.not_standing': () => 'This session is skipped, missed or called off. Put it on again first.',
  'hand.choose': () => 'Choose an exercise.',
  'hand.there': (v) => `${text(v, 'name')} is in this session already.`,
  'hand.item_gone': () => 'This exercise is not in the session any more. Open the page again.',
  'hand.no_session': () => 'Choose a session of this week that is still to come.',
  'hand.begun': () => 'This session is begun or logged: what was done stays as it was.',
  'hand.past': () => 'This session lies behind. Move it to a day to come, or log what was done.',
  'hand.stale': () => 'The session changed since this page was opened. Look at it again, then change it.',
  'hand.other_week': () => 'Choose a day of this week or the next, from today on.',
  'hand.day_taken': (v) => `${dayText(text(v, 'onDate'))} has a session already.`,
  'hand.sets': () => 'Sets: 1 to 12.',
  'hand.amount': () => 'An amount over 0, as a number.',
  'hand.lever': () => 'Its setting as a number.',
  'hand.lever_range': (v) =>
    `${text(v, 'name')} can be set from ${text(v, 'from')} to ${text(v, 'to')} ${text(v, 'unit') === 'deg' ? 'degrees' : 'cm'}: further, it is another rung.`,
  'hand.no_lever': (v) => `${text(v, 'name')} has nothing of its own to set.`,
  'hand.load': () => 'A load of 0 or more, as a number.',
  'hand.rest': () => 'Rest: 0 to 600 s.',
  'recheck.withheld': (v) => `${text(v, 'name')} is withheld: ${barOf(v)}.`,
  'recheck.given_back': (v) => `${text(v, 'name')} may be done again.`,
  'recheck.amount': (v) =>
    `${text(v, 'name')}: ${text(v, 'to')} ${units[text(v, 'unit')] ?? ''} instead of ${text(v, 'from')}.`,
  'recheck.load': (v) => `${text(v, 'name')}: load ${text(v, 'to')} instead of ${text(v, 'from')}.`,
  'recheck.called_off': () => 'Called off: nothing of it may be done.',
  'recheck.on_again': () => 'On again.',
  'session.gone': () => 'This session is not here: it was removed, or it belongs to somebody else.',
  'log.ahead': (v) => `This session lies ahead (${dayText(text(v, 'onDate'))}): it can be logged on its day.`,
  'log.effort': () => 'Say how hard it was, 1 to 10.',
  'log.places': () => 'Point at eight places at the most.',
  'log.sleep': () => 'Hours slept: 0 to 16, or leave it empty.',
  'log.readiness': () => 'Readiness: 1 to 5, or leave it empty.',
  'log.pain': () => 'Answer the pain question, 0 to 10.',
  'log.where': () => 'Say where the pain was.',
  'log.unknown_set': () => 'An exercise was sent that the library does not have.',
  'log.side': (v) =>
    text(v, 'sided') === 'yes'
      ? `${text(v, 'name')}, set ${text(v, 'set')}: say left or right.`
      : `${text(v, 'name')}, set ${text(v, 'set')}: it has no sides.`,
  'log.twice': (v) => `${text(v, 'name')}, set ${text(v, 'set')} was sent twice.`,
  'log.too_many': (v) => `${text(v, 'name')}: no more than ${text(v, 'most')} sets can be written down.`,
  'log.load_kind': (v) => `${text(v, 'name')} takes no load of this kind.`,
  'log.load_beyond': (v) =>
    `${text(v, 'name')}: ${text(v, 'load')} ${text(v, 'unit')} cannot be right, ${text(v, 'most')} is the most that can be written down.`,
  'log.load_most': () => 'A load is 0 to 500.',
  'log.not_ready': () =>
    'The page did not come whole. What you entered stays here: save again once the network is back.',
  'log.load': (v) => `${text(v, 'name')}: say the load as a number, or leave it empty for what was asked.`,
  'log.how_much': (v) => `${text(v, 'name')}: say how much was done, as a number.`,
  'log.lost_at': (v) =>
    `${text(v, 'name')}, set ${text(v, 'set')}${text(v, 'side') === 'both' ? '' : ` ${text(v, 'side')}`}: say how much was done, as a number.`,
  'log.there': (v) => `${text(v, 'name')} is in this log already: say there what was done.`,
  'log.nothing': () => 'Add an exercise: nothing is written down yet.',
  'log.day': () => 'Say the day it was done.',
  'log.too_old': (v) =>
    `${dayText(text(v, 'onDate'))} is too long ago: a log goes back ${text(v, 'days')} days at most.`,
  'log.day_taken': (v) =>
    `A session stands on ${dayText(text(v, 'onDate'))} already: open it in its week and write down there what was done.`,
  'log.beyond': (v) =>
    `${text(v, 'name')}, set ${text(v, 'set')}: 0 to ${text(v, 'most')} can be written down.`,
  'log.closed': () => 'This session is logged already.',
  'log.other': (v) =>
    `${text(v, 'by')} logged this session at ${timeText(text(v, 'at'))}, effort ${text(v, 'effort')}${text(v, 'note') ? `: “${text(v, 'note')}”` : ''}. Yours is kept here and not sent over it.`,
  're.not_now': () => 'There is no break of that length to come back from.',
  're.low_week': () => 'This week, or the one that was missed, is a low one: it stays as it is planned.',
  're.repeated': () => 'This week repeats the missed one already.',
  'tier.quality': () => 'Choose a quality.',
  'tier.reason': () => 'Say why, in a few words.',
  'proposal.barred': (v) =>
    `${text(v, 'name')} cannot be raised now: ${barOf(v)}. Untick it, or lift what holds it.`,
  'proposal.other_quality': (v) => `${text(v, 'name')} serves another quality: choose one of the same.`,
  'proposal.too_heavy': (v) =>
    `${text(v, 'name')}: ${text(v, 'load')} is over the ${text(v, 'most')} that suit this body.`,
  'proposal.built_on': (v) =>
    `Too late to take back${v.name ? ` for ${text(v, 'name')}` : ''}: something newer builds on it, or it was decided on another day. Change the exercise by hand.`,
  'today.nobody': () => 'Tick an athlete first.',
  'today.gone': () => 'An athlete of this list is not here any more. Reload the page.',
  'today.harm': () => 'Flags and referrals are not put off: they stay until they are answered.',
  'today.until': (v) => `Put it off until a day ahead, at most ${text(v, 'days')} days.`,
  'proposal.rung_gone': () => 'The exercise of a proposal is not in the library any more.',
  'bench.choose': () => 'Choose the exercise it belongs to.',
  'bench.barred': (v) => `${text(v, 'name')} is not for ${text(v, 'athlete')}: ${barOf(v)}.`,
  'bench.before': (v) =>
    `Before ${text(v, 'name')}, ${text(v, 'athlete')} should own: ${text(v, 'before')}. Tick to put it there all the same.`,
  'bench.no_card': (v) =>
    `${text(v, 'athlete')} has no open session in the next two weeks. Lay out a week first.`,
  'bench.no_load': (v) => `${text(v, 'name')} takes no load.`,
  'bench.too_heavy': (v) =>
    `${text(v, 'load')} is over the ${text(v, 'most')} that suit ${text(v, 'name')} at ${text(v, 'massKg')} kg.`,
  // Search, sync, anything
  'search.sport': () => 'not named for this sport',
  'search.posture': () => 'another posture',
  'search.words': () => 'does not hold the words',
  'sync.unread': (v) => `The entry could not be read: ${text(v, 'said') || 'no content'}.`,
  'sync.refused': () => 'The server did not accept it.',
  'sync.broken': () => 'Something broke on our side each time it was sent.',
  'sync.link_over': () => 'This link does not hold any more.',
  'link.made': () => 'This link is made already; its address was shown once. Make another.',
  'link.gone': () => 'This link is over already.',
  'sync.signed_out': () => 'Your sign-in has run out.',
  'input.id': () => 'This could not be read. Open the page again.',
  'input.invalid': (v) =>
    text(v, 'said') && !text(v, 'said').startsWith('Invalid') ? text(v, 'said') : 'This could not be read.',
  'import.missing': (v) => `Say which column holds: ${text(v, 'columns')}.`,
  'import.errors': (v) =>
    `${counted(Number(v.rows), 'row has an error', 'rows have errors')}: mend the file, or tick that they are left out.`,
  'file.unread': (v) => text(v, 'why'),
  'file.choose': () => 'Choose a file first.',
};

/** Is there a sentence for this code? */
export const hasWords = (code: string): boolean => code in sentences || code in bars;

/** An issue as a sentence. */
export function issueText(found: Issue): string {
  const words = sentences[found.code];
  if (words) return words(found.values);
  const bar = bars[found.code];
  return bar ? bar(found.values) : found.code;
}

/** Several issues as one line. */
export const issuesText = (issues: readonly Issue[]): string =>
  [...new Set(issues.map(issueText))].filter(Boolean).join(' ');
