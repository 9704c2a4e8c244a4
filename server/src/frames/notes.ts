import * as yup from 'yup';

const share = () => yup.number().required().min(0).max(1);
const id = () =>
  yup
    .string()
    .required()
    .matches(/^[A-Za-z0-9][A-Za-z0-9._-]{0,63}$/, '${path} must be 1 to 64 letters, digits, dots, dashes or underscores');
const figure = () => yup.number().required().min(-1e9).max(1e9);
const three = () => yup.tuple([share(), share(), share()]).required();
/** What one light was planned to bring there. */
const part = () => yup.object({ id: id(), raw: yup.tuple([figure(), figure(), figure()]).required() }).noUnknown();
const place = { probe: id(), x: share(), y: share() };

/** What is known of a frame besides its pixels, as the API and archives take it. */
export const notesSchema = yup
  .object({
    marks: yup.array(yup.object(place).noUnknown().required()).required().max(32),
    patches: yup
      .array(
        yup
          .object({ ...place, linear: three(), clipped: three(), parts: yup.array(part().required()).required().max(25) })
          .noUnknown()
          .required(),
      )
      .required()
      .max(32),
    verdict: yup.string().defined().oneOf(['', 'kept', 'rejected']),
    words: yup.string().defined().max(4000),
    by: yup.string().defined().max(120),
    chosen: yup.boolean().required(),
    graded: yup.boolean().required(),
  })
  .noUnknown();
