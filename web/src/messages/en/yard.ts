/** What a crew takes along, and what it must have learned. */
export const YARD = {
  'machine.injection-pump': 'injection pump',
  'machine.spray-pump': 'spray pump',
  'machine.blaster': 'blaster',
  'machine.grinder': 'grinder',
  'machine.jet': 'pressure washer',
  'machine.kettle': 'kettle',
  'machine.dehumidifier': 'dehumidifier',
  'machine.scaffold': 'scaffold',
  'skill.injection': 'injecting',
  'skill.spraying': 'spraying',
  'skill.blasting': 'blasting',
  'skill.hot-work': 'hot work',
  'skill.resins': 'resins',
  'skill.confined-spaces': 'confined spaces',
  'skill.lacking': '{person} is not listed as trained for: {skill}.',
  'skill.nobody': 'Nobody of the house is listed as trained for: {skill}.',
} as const;
