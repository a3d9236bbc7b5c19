import type { DemoFile } from '@/demo';

/**
 * The demo as it was made with the app.
 * @throws Error where it cannot be had
 */
export async function loadDemo(): Promise<DemoFile> {
  const response = await fetch('/demo.json').catch(() => null);
  if (!response?.ok) throw new Error('The demo could not be loaded. The first time it needs a connection.');
  return response.json() as Promise<DemoFile>;
}
