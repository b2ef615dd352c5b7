import type { SubmissionResult } from '@conform-to/react';

export type Reply = SubmissionResult<string[]>;
