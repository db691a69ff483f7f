const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];

/** Prints a figure measured several times. */
export function line(what, list, aim) {
  const most = Math.max(...list);
  console.log(
    `${what.padEnd(52)} median ${String(Math.round(median(list))).padStart(5)} ms   max ${String(Math.round(most)).padStart(5)} ms   ${aim ? `aim ${aim} ms` : ''}`,
  );
}
