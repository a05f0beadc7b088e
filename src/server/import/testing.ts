import { deflateRawSync } from 'node:zlib';

/** Hostile files for tests, made by hand, as no library would write them. */

interface Entry {
  readonly name: string;
  readonly data: Buffer;
  readonly method: 0 | 8;
  /** The size it says it unpacks to. */
  readonly claimed: number;
}

function archiveOf(entries: readonly Entry[]): Uint8Array {
  const locals: Buffer[] = [];
  const centrals: Buffer[] = [];
  let at = 0;
  for (const { name, data, method, claimed } of entries) {
    const local = Buffer.alloc(30);
    local.writeUInt32LE(0x04034b50, 0);
    local.writeUInt16LE(method, 8);
    local.writeUInt32LE(data.length, 18);
    local.writeUInt32LE(claimed, 22);
    local.writeUInt16LE(name.length, 26);
    const central = Buffer.alloc(46);
    central.writeUInt32LE(0x02014b50, 0);
    central.writeUInt16LE(method, 10);
    central.writeUInt32LE(data.length, 20);
    central.writeUInt32LE(claimed, 24);
    central.writeUInt16LE(name.length, 28);
    central.writeUInt32LE(at, 42);
    locals.push(local, Buffer.from(name), data);
    centrals.push(central, Buffer.from(name));
    at += 30 + name.length + data.length;
  }
  const directory = Buffer.concat(centrals);
  const end = Buffer.alloc(22);
  end.writeUInt32LE(0x06054b50, 0);
  end.writeUInt16LE(entries.length, 8);
  end.writeUInt16LE(entries.length, 10);
  end.writeUInt32LE(directory.length, 12);
  end.writeUInt32LE(at, 16);
  return new Uint8Array(Buffer.concat([...locals, directory, end]));
}

/** A workbook whose one entry unpacks to 160 MB, claiming another size. */
export function bomb(claimed: number): Uint8Array {
  const data = deflateRawSync(Buffer.alloc(160_000_000));
  return archiveOf([{ name: 'xl/a.xml', data, method: 8, claimed }]);
}

/** A workbook of one sheet with this content, and more in the workbook's own part. */
export function workbookOf(content: string, more = ''): Uint8Array {
  const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
  const office = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
  const packages = 'http://schemas.openxmlformats.org/package/2006';
  const parts: [string, string][] = [
    ['[Content_Types].xml', `<Types xmlns="${packages}/content-types"></Types>`],
    [
      '_rels/.rels',
      `<Relationships xmlns="${packages}/relationships"><Relationship Id="r1" Type="${office}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    ],
    [
      'xl/workbook.xml',
      `<workbook xmlns="${main}" xmlns:r="${office}"><sheets><sheet name="Sheet1" sheetId="1" r:id="r1"/></sheets>${more}</workbook>`,
    ],
    [
      'xl/_rels/workbook.xml.rels',
      `<Relationships xmlns="${packages}/relationships"><Relationship Id="r1" Type="${office}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
    ],
    ['xl/worksheets/sheet1.xml', `<worksheet xmlns="${main}">${content}</worksheet>`],
  ];
  return archiveOf(
    parts.map(([name, xml]) => {
      const data = Buffer.from(`<?xml version="1.0"?>${xml}`);
      return { name, data, method: 0, claimed: data.length };
    }),
  );
}
