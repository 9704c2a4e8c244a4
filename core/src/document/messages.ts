import { setLocale } from 'yup';

/** Plain words for what Yup finds: they name the field and what would be right. Imported before any schema is built. */
setLocale({
  mixed: {
    required: '${path} is missing',
    defined: '${path} is missing',
    oneOf: '${path} must be one of: ${values}',
    notNull: '${path} must not be empty',
    notType: ({ path, type, originalValue }) => `${path} must be ${article(type)} ${type}; it is ${shown(originalValue)}`,
  },
  number: { min: '${path} must be ${min} or more', max: '${path} must be ${max} or less' },
  string: { max: '${path} may have ${max} characters at most' },
  array: { min: '${path} needs ${min} or more entries', max: '${path} may have ${max} entries at most' },
  object: { noUnknown: '${path} has a field that this version does not know: ${unknown}' },
});

function article(type: string): string {
  return /^[aeiou]/.test(type) ? 'an' : 'a';
}

function shown(value: unknown): string {
  if (value === null) return 'null';
  if (typeof value === 'number') return String(value);
  if (typeof value === 'string') return JSON.stringify(value.length > 40 ? `${value.slice(0, 40)}…` : value);
  return Array.isArray(value) ? 'a list' : typeof value;
}
