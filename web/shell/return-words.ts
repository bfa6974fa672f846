import dayjs from 'dayjs';

/** How long a pair may still go back, in words. */
export function returnWords(returnBy: string | null, today = dayjs()): string {
  if (!returnBy) return 'No return date was noted when it was received.';
  const days = dayjs(returnBy).diff(today.startOf('day'), 'day');
  const on = dayjs(returnBy).format('ddd D MMM YYYY');
  if (days < 0) return `The return date passed on ${on}.`;
  if (days === 0) return `It may go back until today, ${on}.`;
  return `It may go back until ${on}: ${days} ${days === 1 ? 'day' : 'days'} left.`;
}
