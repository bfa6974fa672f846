/** Keeps the built pages in the browser, so that a reload while the server is away shows the bench. */
export async function keepPages(): Promise<void> {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  try {
    await navigator.serviceWorker.register('/sw.js');
  } catch {
    // A browser that forbids it shows nothing while the server is away; all else works.
  }
}
