/** @param {number[]} values @param {number} share */
export function percentile(values, share) {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? NaN;
}

/** @param {string} name @param {string} measured @param {string} aim @param {boolean} met */
export function report(name, measured, aim, met) {
  console.log(`${met ? 'met    ' : 'NOT MET'}  ${name}: ${measured}   (aim: ${aim})`);
}
