/** What every paper of the record looks like. */
import { clockIn } from '@keel/core';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';

const MARGIN = 40;

export interface PaperOf {
  school: string;
  zone: string;
}

export function paper(
  title: string,
  { school, zone }: PaperOf,
  notice: string,
  content: Content[],
  landscape = false,
): TDocumentDefinitions {
  return {
    pageSize: 'A4',
    pageOrientation: landscape ? 'landscape' : 'portrait',
    pageMargins: [MARGIN, MARGIN, MARGIN, 52],
    defaultStyle: { font: 'Atkinson', fontSize: 9, lineHeight: 1.15, color: '#11211e' },
    info: { title },
    footer: (current, pages) => ({
      margin: [MARGIN, 8, MARGIN, 0],
      fontSize: 7,
      columns: [
        { text: notice },
        {
          text: `printed ${clockIn(new Date(), zone, 'D MMM YYYY HH:mm')} · ${current} / ${pages}`,
          alignment: 'right',
          width: 150,
        },
      ],
    }),
    content: [
      { text: school, fontSize: 8, color: '#586a64' },
      { text: title, fontSize: 15, bold: true, margin: [0, 0, 0, 8] },
      ...content,
    ],
  };
}

export const heading = (text: string): Content => ({ text, bold: true, fontSize: 11, margin: [0, 10, 0, 3] });

/** A table with thin rules; the first row is its head. */
export const ruled = (widths: (string | number)[], rows: Content[][], headRows = 1): Content => ({
  table: { headerRows: headRows, widths, body: rows },
  layout: {
    hLineWidth: () => 0.5,
    vLineWidth: () => 0,
    hLineColor: () => '#c6d0ca',
    paddingLeft: () => 0,
    paddingRight: () => 6,
    paddingTop: () => 2,
    paddingBottom: () => 2,
  },
});

export const bold = (text: string): Content => ({ text, bold: true });
