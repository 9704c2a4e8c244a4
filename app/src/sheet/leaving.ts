import type { KitEntry } from '@fulgent/core/catalogue';
import type { Look } from '@fulgent/core/document';
import { api } from '../api/client';
import { saveNow } from '../look/store';
import { download, fileName } from '../ui/download';
import { say } from '../ui/Toasts';
import { sheetHtml } from './print';

/** Fetches the sheet as PDF; what is not sent yet is sent first, so that the paper says what the screen says. */
export async function savePdf(look: Look, id: string, size: 'a4' | 'letter'): Promise<void> {
  say('The PDF is being drawn …');
  try {
    await saveNow();
    download(await api.sheetPdf(id, size), `${fileName(look.title)}, sheet.pdf`);
  } catch (error) {
    say(error instanceof Error ? error.message : String(error));
  }
}

/** Opens the sheet as a page of its own, which prints itself. */
export function printSheet(look: Look, kit: readonly KitEntry[]): void {
  const canvas = document.querySelector('canvas');
  let picture: string | null;
  try {
    picture = canvas?.toDataURL('image/jpeg', 0.9) ?? null;
  } catch {
    picture = null;
  }
  const url = URL.createObjectURL(new Blob([sheetHtml(look, kit, picture)], { type: 'text/html' }));
  const page = window.open(url, '_blank');
  if (!page) {
    say('The browser kept the page from opening. Allow pop-ups for this address, then print again.');
    URL.revokeObjectURL(url);
    return;
  }
  page.addEventListener('load', () => {
    page.print();
    URL.revokeObjectURL(url);
  });
}
