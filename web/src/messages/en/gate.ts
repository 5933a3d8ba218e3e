/** What a product's sheet says of the air and the wall before a start. */
export const GATE = {
  'gate.kept': '{product}: air and surface are within its sheet.',
  'gate.not-kept': '{product}: not within its sheet. Wait, heat, shade or dry; whoever goes on says why.',
  'gate.shut': '{product}: not in this frost. Nobody may start it.',
  'gate.frost': 'Frost: {figure}. Water in it turns to ice and ruins it.',
  'gate.frost-ahead': 'Frost ahead: down to {figure} before it has set.',
  'gate.surface-too-cold': 'Surface {figure}; the sheet asks {limit} or more.',
  'gate.surface-too-warm': 'Surface {figure}; the sheet asks {limit} or less.',
  'gate.air-too-cold': 'Air {figure}; the sheet asks {limit} or more.',
  'gate.air-too-warm': 'Air {figure}; the sheet asks {limit} or less.',
  'gate.dew-margin-too-small': 'Surface {figure} above the dew point; the sheet asks {limit} or more.',
  'gate.air-too-humid': 'Humidity {figure}; the sheet asks {limit} or less.',
  'gate.usual-margin': 'Films want 3 K above the dew point: they wait here. Damp-tolerant cement goods and lime do not mind.',
  'conditions.margin': 'Surface {margin} above the dew point ({dew}).',
  'conditions.coldest-ahead': 'Coldest air in the next {h} h, by the forecast',
  'conditions.coldest-ahead-how': 'Left empty it stands as not known.',
} as const;
