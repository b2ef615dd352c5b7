/** Warning signs that stop testing and planning until a licensed practitioner has named and cleared them. */
export const stopSigns = [
  { id: 'leg_numbness', text: 'New numbness or weakness in a leg' },
  { id: 'saddle_numbness', text: 'Numbness around the saddle area' },
  { id: 'bladder_bowel', text: 'Loss of bladder or bowel control, or cannot pass urine' },
  { id: 'weight_fever', text: 'Unexplained weight loss or fever with back pain' },
  { id: 'night_pain', text: 'Night pain that does not ease' },
  { id: 'recent_fall', text: 'Recent fall or accident with back pain' },
  { id: 'chest_faint', text: 'Chest pain or fainting on effort' },
  { id: 'fracture_surgery', text: 'A fracture or surgery in the last 12 weeks' },
  { id: 'young_back_pain', text: 'Under 18: back pain for over 2 weeks, or worse on arching' },
  { id: 'concussion', text: 'Head injury or suspected concussion not yet cleared' },
  { id: 'unsteady_walk', text: 'Both legs weak, or an unsteady walk' },
  {
    id: 'cancer_steroid',
    text: 'Back pain with a history of cancer, long steroid use, or low bone density after a minor fall',
  },
  { id: 'pressure_180_110', text: 'Measured blood pressure at or above 180/110' },
  { id: 'pregnancy_warning', text: 'In pregnancy: bleeding, fluid loss, contractions or faintness' },
] as const;

export type StopSignId = (typeof stopSigns)[number]['id'];
export const stopSignIds = stopSigns.map((sign) => sign.id) as [StopSignId, ...StopSignId[]];

/** What a sign is called; its id when it is not in the list any more. */
export const signText = (id: string): string => stopSigns.find((sign) => sign.id === id)?.text ?? id;

/** Conditions that allow breath and brace tests only, until a licensed practitioner's dated agreement is recorded. */
export const askFirstCautions = [
  'pregnancy',
  'postpartum',
  'hernia',
  'acute_back_pain',
  'heart_disease',
] as const;
export const asksFirst = (caution: string): boolean =>
  (askFirstCautions as readonly string[]).includes(caution);

/** Said once, plainly, where it matters: at the form, on every card and report. */
export const disclaimer =
  'Training guidance from a coach. Not medical advice. Local rules and licensed practitioners come first. Stop and tell your coach if there is pain, dizziness, numbness or tingling.';
