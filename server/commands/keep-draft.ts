import { z } from 'zod';
import { refuse } from '~/core/result';
import { keepDraft as keepDraftRow } from '~/db/queries/athletes';
import { command, done } from './command';
import { id, line } from './fields';
import { heldSubject } from './subject';

const file = { id, fileName: line(0, 200, 'form.too_long'), content: z.string() };

/** Keeps an uploaded roster until its columns are confirmed; nothing of it is an athlete yet. */
export const keepDraft = command({
  title: 'import.keep_draft',
  action: 'athlete.import',
  input: z.object(file),
  async run(principal, { id: draftId, fileName, content }) {
    await keepDraftRow(principal.practiceId, draftId, fileName, content, null);
    return done(draftId, draftId);
  },
});

/** Keeps a file of an athlete's sessions until it is confirmed; nothing of it is a log yet. */
export const keepLogDraft = command({
  title: 'log.keep_draft',
  action: 'log.import',
  input: z.object({ ...file, athleteId: id }),
  async run(principal, { id: draftId, athleteId, fileName, content }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return refuse(held.issues);
    await keepDraftRow(principal.practiceId, draftId, fileName, content, athleteId);
    return done(draftId, athleteId);
  },
});
