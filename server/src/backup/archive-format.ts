import { FRAME_KINDS, frameNotesSchema } from '@fulgent/core/day';
import { LIMITS } from '@fulgent/core/document';
import * as yup from 'yup';

/** Everything in one archive: a ZIP of JSON and pictures. `docs/api.md` describes it. */

export const ARCHIVE_FORMAT = 'fulgent-archive';
export const ARCHIVE_VERSION = 1;

/** What may lie in an archive, and nothing else. */
export const ENTRY = /^(archive|shoots|kit)\.json$|^(looks|frames)\/[A-Za-z0-9_-]{1,64}\.(json|picture)$/;

const id = () =>
  yup
    .string()
    .required()
    .matches(/^[A-Za-z0-9_-]{1,64}$/, '${path} must be 1 to 64 letters, digits, dashes or underscores');
const time = () => yup.number().required().integer().min(0).max(8.64e15);
/** Far beyond what anybody writes, and far below where whole numbers end. */
const MOST_REVISIONS = 1_000_000_000;
const count = () => yup.number().required().integer().min(1).max(MOST_REVISIONS);
const isOnce = (list: readonly { readonly revision?: number }[] | undefined) =>
  new Set(list?.map(({ revision }) => revision)).size === (list?.length ?? 0);

export const headSchema = yup.object({
  format: yup.string().required().oneOf([ARCHIVE_FORMAT]),
  version: yup.number().required().oneOf([ARCHIVE_VERSION]),
});

export const shootsSchema = yup
  .array(
    yup
      .object({ id: id(), title: yup.string().required().max(120), note: yup.string().defined().max(4000), createdAt: time() })
      .noUnknown()
      .required(),
  )
  .required()
  .max(5000);

export const lookSchema = yup.object({
  id: id(),
  shootId: id(),
  createdAt: time(),
  updatedAt: time(),
  revision: count(),
  revisions: yup
    .array(
      yup
        .object({
          revision: count(),
          createdAt: time(),
          look: yup.mixed().required(),
          // Archives of earlier versions have neither.
          by: yup.string().max(LIMITS.nameLength),
          name: yup.string().max(LIMITS.nameLength),
        })
        .required(),
    )
    .required()
    .min(1)
    .max(1000)
    .test('once', '${path} holds a revision twice', isOnce),
});

export const frameSchema = yup.object({
  id: id(),
  lookId: id(),
  name: yup.string().required().max(120),
  kind: yup.string().required().oneOf(FRAME_KINDS),
  lightId: yup.string().defined().max(64),
  stops: yup.number().required().min(-6).max(6),
  notes: frameNotesSchema,
  createdAt: time(),
  updatedAt: time(),
  look: yup.mixed().required(),
});
