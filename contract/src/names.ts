/** What somebody is in a course. */
export const ROLES = ['student', 'instructor', 'marker'] as const;

/** What is sent to a person, where they want it; sign-in links are sent in any case. */
export const MAIL_KINDS = ['receipt', 'returned', 'reminder'] as const;

export const PRESET_FRAMINGS = ['whole', 'display', 'window', 'region', 'outline'] as const;

export const PRESET_FILE_KIND = 'nachweis-presets';

/** How a remark lies in a picture: at a place, on a box of pixels, or on the ellipse that the box holds. */
export const REMARK_SHAPES = ['point', 'box', 'ring'] as const;

/** What a remark says without words. */
export const REMARK_SIGNS = ['right', 'wrong', 'query'] as const;

export const SOURCES = [
  'screen-share',
  'practice-desk',
  'clipboard',
  'file',
  'camera',
  'document',
  'recording',
  /** several pictures on one sheet, composed here */
  'plate',
] as const;

export const SHARED_RECORD_TYPE = 'nachweis-shared-capture+jws';

/** What stands in the head of a signed receipt, so that nothing else that is signed passes for one. */
export const RECEIPT_TYPE = 'nachweis-receipt+jws';

/** The assignment in which everybody may practise; nobody grades it. */
export const PRACTICE_ASSIGNMENT = '7ac7ce00-0000-4000-8000-000000000002';
