/** Forty products of Quillwick. Prices in cents, tax in percent. */
export interface DemoProduct {
  sku: string;
  name: string;
  category: string;
  options: string;
  price: number;
  taxRate: number;
  /** Two colours for its picture. */
  colours: [string, string];
}

const p = (
  sku: string,
  name: string,
  category: string,
  price: number,
  colours: [string, string],
  options = '',
  taxRate = 19,
): DemoProduct => ({ sku, name, category, options, price, taxRate, colours });

export const PRODUCTS: readonly DemoProduct[] = [
  p('PA-KOZO', 'Kozo sheet, 38 x 51 cm', 'papers', 850, ['#e9dfcc', '#d8c9ab'], 'natural, 45 g'),
  p('PA-GAMPI', 'Gampi sheet, 40 x 60 cm', 'papers', 1150, ['#f0e6cf', '#d9c48f'], 'cream, 22 g'),
  p('PA-RAG', 'Rag paper, laid, 25 sheets', 'papers', 3200, ['#f2efe8', '#d4cdbd'], '160 g'),
  p('PA-MARB1', 'Marbled sheet, combed blue', 'papers', 1450, ['#3a5b7c', '#d8e2ea']),
  p('PA-MARB2', 'Marbled sheet, stone and rust', 'papers', 1450, ['#8a4b32', '#e8d7c9']),
  p('PA-PASTE', 'Paste paper, moss', 'papers', 1250, ['#5d6f45', '#dfe4d2']),
  p('PA-LOKTA', 'Lokta sheet, indigo', 'papers', 690, ['#2d3a66', '#aab2d0']),
  p('PA-FLAX', 'Flax paper, unbleached, 10 sheets', 'papers', 2400, ['#cdbb97', '#efe6d3'], '90 g'),
  p('PA-ENDS', 'Endpaper pack, eight patterns', 'papers', 2900, ['#a86b4c', '#f0dfd2']),
  p('PA-BLOT', 'Blotting paper, 50 sheets', 'papers', 1600, ['#e6e2da', '#bdb6a8']),
  p('BC-GREY2', 'Grey board, 2 mm, five sheets', 'boards and cloth', 1250, ['#8f8d88', '#c9c6bf'], '35 x 50 cm'),
  p('BC-GREY3', 'Grey board, 3 mm, five sheets', 'boards and cloth', 1590, ['#7b7974', '#bcb9b2'], '35 x 50 cm'),
  p('BC-MILL', 'Millboard, one sheet', 'boards and cloth', 1990, ['#5f4c3d', '#a8927e']),
  p('BC-LIN-N', 'Book cloth, linen, natural, 1 m', 'boards and cloth', 1890, ['#d8c8a8', '#efe6d2']),
  p('BC-LIN-B', 'Book cloth, linen, night blue, 1 m', 'boards and cloth', 1890, ['#1f2c49', '#67779a']),
  p('BC-BUCK', 'Buckram, oxblood, 1 m', 'boards and cloth', 2290, ['#6b1f1f', '#b5726a']),
  p('BC-MULL', 'Mull, 1 m', 'boards and cloth', 490, ['#efece4', '#d2cbbb']),
  p('TO-BONE', 'Bone folder, hand-finished', 'tools', 1290, ['#efe4cf', '#b9a67f']),
  p('TO-AWL', 'Awl with pearwood handle', 'tools', 1690, ['#9a5c35', '#d9b391']),
  p('TO-PRESS', 'Nipping press, A5', 'tools', 14900, ['#2e3338', '#8a939b']),
  p('TO-FRAME', 'Sewing frame, beech', 'tools', 8900, ['#c99c63', '#efd9b8']),
  p('TO-SPOKE', 'Spokeshave for leather', 'tools', 5400, ['#6a6f72', '#c3c8ca']),
  p('TO-NEEDLE', 'Needles, curved, five', 'tools', 650, ['#9aa3a8', '#dfe5e8']),
  p('TO-THR18', 'Linen thread 18/3, waxed', 'tools', 980, ['#e3d3b0', '#b89a66'], '50 g'),
  p('TO-THR25', 'Linen thread 25/3, black', 'tools', 980, ['#22211f', '#6b6964'], '50 g'),
  p('TO-TAPE', 'Linen tape, 12 mm, 10 m', 'tools', 720, ['#f1ead9', '#cfc09d']),
  p('AD-PASTE', 'Wheat paste powder, 250 g', 'adhesives', 890, ['#f5efdd', '#dccb9d']),
  p('AD-PVA', 'Bindery PVA, 500 ml', 'adhesives', 1150, ['#f7f7f4', '#c6cdd0']),
  p('AD-METHYL', 'Methyl cellulose, 100 g', 'adhesives', 990, ['#eef0ee', '#b8c2bb']),
  p('AD-HIDE', 'Hide glue beads, 250 g', 'adhesives', 1340, ['#c58a3a', '#f0d7ad']),
  p('KI-COPTIC', 'Coptic binding kit', 'kits', 4900, ['#7a3325', '#e8cfc4']),
  p('KI-LONG', 'Long-stitch journal kit', 'kits', 3900, ['#42564b', '#cad7cf']),
  p('KI-BOX', 'Clamshell box kit', 'kits', 5600, ['#394a63', '#c8d1de']),
  p('KI-FIRST', 'First book kit for children', 'kits', 2600, ['#d2893a', '#f6e2c6']),
  p('DL-JOURNAL', 'Pattern: pocket journal', 'patterns', 600, ['#5a7a86', '#d6e4e8'], 'download', 7),
  p('DL-SLIP', 'Pattern: slipcase', 'patterns', 750, ['#6b5a86', '#dcd6e8'], 'download', 7),
  p('DL-ALBUM', 'Pattern: photo album', 'patterns', 900, ['#86705a', '#e8ded6'], 'download', 7),
  p('WS-MARBLE', 'Seat: marbling day', 'workshops', 11500, ['#3c6d78', '#cfe0e3'], 'at the Mill, Saturday'),
  p('WS-STITCH', 'Seat: long-stitch evening', 'workshops', 4500, ['#87543e', '#ecd9cf'], 'online, Thursday'),
  p('WS-LEATHER', 'Seat: leather paring', 'workshops', 9800, ['#5c3a2a', '#dbc5b9'], 'at the Bindery store'),
];

export const CATEGORIES = [...new Set(PRODUCTS.map((x) => x.category))];
