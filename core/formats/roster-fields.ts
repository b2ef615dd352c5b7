/** The columns a roster may have; light enough for the browser. */
export const rosterFields = [
  {
    id: 'givenName',
    label: 'Given name',
    required: true,
    names: ['given name', 'first name', 'firstname', 'given', 'vorname', 'forename'],
  },
  {
    id: 'familyName',
    label: 'Family name',
    required: true,
    names: ['family name', 'last name', 'lastname', 'surname', 'family', 'nachname'],
  },
  {
    id: 'birthDate',
    label: 'Date of birth',
    required: true,
    names: ['date of birth', 'birth date', 'birthdate', 'born', 'dob', 'birthday', 'geburtsdatum'],
  },
  { id: 'discipline', label: 'Discipline', required: true, names: ['discipline', 'sport', 'event type'] },
  { id: 'sex', label: 'Sex', required: false, names: ['sex', 'gender', 'm/f'] },
  {
    id: 'mass',
    label: 'Body mass',
    required: true,
    names: [
      'body mass',
      'mass',
      'weight',
      'mass kg',
      'weight kg',
      'weight lb',
      'weight lbs',
      'kg',
      'lb',
      'gewicht',
    ],
  },
  {
    id: 'stature',
    label: 'Stature',
    required: true,
    names: ['stature', 'height', 'height cm', 'height in', 'stature cm', 'cm', 'in', 'groesse'],
  },
  { id: 'level', label: 'Level', required: false, names: ['level', 'experience'] },
] as const;

export type RosterField = (typeof rosterFields)[number]['id'];
export type DateOrder = 'iso' | 'dmy' | 'mdy';
