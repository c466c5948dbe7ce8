import { hashText } from '@kettle/core/stats/random';

/** Line drawings on a field of 48 × 48, one a silhouette: our own, plain, no likeness of any product. */
const DRAWINGS: Record<string, string> = {
  press: '<path d="M10 14h28M10 34h28M14 14v20M34 14v20M24 6v22M18 6h12M12 24h24"/>',
  reel: '<path d="M14 10h20M14 38h20M18 10v28M30 10v28M18 17h12M18 24h12M18 31h12"/>',
  sheet: '<path d="M13 8h16l6 6v26H13zM29 8v6h6M18 20h12M18 26h12M18 32h8"/>',
  stick: '<path d="M12 36 32 12l4 4-20 24zM12 36l4 4M29 16l4 4"/>',
  rack: '<path d="M8 38h32M10 38V16h28v22M10 27h28M15 16v-4M24 16v-4M33 16v-4M16 27v-5M25 27v-5M33 27v-5"/>',
  plinth: '<path d="M14 16h20v6H14zM17 22h14v12H17zM11 34h26v6H11z"/>',
  box: '<path d="M9 18 24 10l15 8v16l-15 8-15-8zM9 18l15 8 15-8M24 26v16"/>',
  lamp: '<path d="M18 8h16l4 12H14zM26 20v12M16 40h20M26 32l-4 8"/>',
  clip: '<path d="M16 8v22a8 8 0 0 0 16 0V14a5 5 0 0 0-10 0v16"/>',
  tray: '<path d="M8 18h32l-4 18H12zM16 18v18M24 18v18M32 18v18"/>',
  cup: '<path d="M13 14h22l-3 24H16zM13 20h22M20 8h8v6h-8z"/>',
  disc: '<circle cx="24" cy="24" r="15"/><circle cx="24" cy="24" r="5"/><path d="M24 9v10M24 29v10"/>',
  folder: '<path d="M9 12h12l4 4h14v22H9zM9 22h30M15 28h14M15 33h10"/>',
  bag: '<path d="M12 18h24l3 22H9zM18 18v-4a6 6 0 0 1 12 0v4M16 26h16"/>',
  guard: '<path d="M8 34a16 16 0 0 1 32 0M13 34a11 11 0 0 1 22 0M24 18v-6M24 34v6"/>',
  strap: '<path d="M8 20h32v8H8zM28 17h8v14h-8M14 24h8"/>',
  house: '<path d="M9 22 24 10l15 12M13 20v19h22V20M20 39V29h8v10M24 24h.1"/>',
  cage: '<path d="M14 14h20v26H14zM14 14l10-7 10 7M19 14v26M24 14v26M29 14v26M14 27h20"/>',
  kite: '<path d="M24 6 38 20 24 36 10 20zM24 6v30M10 20h28M24 36c4 2-4 4 0 6"/>',
  plane: '<path d="M6 24h34l4-6M18 24 12 12h5l11 12M18 24l-6 10h5l11-10"/>',
  slope: '<path d="M8 38h32V16zM40 16 8 38M18 38v-7M30 38V23"/>',
  tower: '<path d="M16 8h16v26H16zM10 34h28v6H10zM20 14h8M20 20l8 4M20 30l8-3"/>',
  loom: '<path d="M10 10h28v28H10zM16 10v28M21 10v28M27 10v28M32 10v28M10 24h28"/>',
};

/** The drawn picture of a listing: its silhouette on a tint that its code decides. */
export const drawPicture = (silhouette: string | null, code: string): string => {
  const hue = hashText(code) % 360;
  const turn = (hashText(`${code}/turn`) % 9) - 4;
  const lines = DRAWINGS[silhouette ?? ''] ?? DRAWINGS.box!;
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 48 48" role="img"><rect width="48" height="48" fill="hsl(${hue} 14% 92%)"/>` +
    `<g fill="none" stroke="hsl(${hue} 22% 30%)" stroke-width="1.6" stroke-linejoin="round" stroke-linecap="round" transform="rotate(${turn} 24 24)">${lines}</g></svg>`
  );
};
