/** What a picture of a print says of itself, as photographs do. */
export interface PictureMetadata {
  readonly title: string;
  readonly by: string;
  readonly description: string;
  readonly rights: string;
  readonly place: string;
  /** ISO day or year. */
  readonly date: string;
  readonly technique: string;
  /** The print's own mark: what a collection calls its number. */
  readonly mark: string;
}

const XML: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&apos;' };
/** Text as XML may hold it: without signs that no document can. */
const escaped = (text: string) =>
  text.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '').replace(/[&<>"']/g, (sign) => XML[sign]);

/**
 * An XMP packet (ISO 16684-1) with the properties of IPTC Photo Metadata 2023: Dublin Core for the picture, and the artwork shown in it.
 * Properties without a value are left out.
 */
export function xmpOf(said: PictureMetadata): string {
  const alt = (tag: string, value: string) =>
    value && `<${tag}><rdf:Alt><rdf:li xml:lang="x-default">${escaped(value)}</rdf:li></rdf:Alt></${tag}>`;
  const seq = (tag: string, value: string) =>
    value && `<${tag}><rdf:Seq><rdf:li>${escaped(value)}</rdf:li></rdf:Seq></${tag}>`;
  const plain = (tag: string, value: string) => value && `<${tag}>${escaped(value)}</${tag}>`;
  const artwork = [
    alt('Iptc4xmpExt:AOTitle', said.title),
    seq('Iptc4xmpExt:AOCreator', said.by),
    plain('Iptc4xmpExt:AODateCreated', said.date),
    plain('Iptc4xmpExt:AOCopyrightNotice', said.rights),
    plain('Iptc4xmpExt:AOSourceInvNo', said.mark),
    alt('Iptc4xmpExt:AOPhysicalDescription', said.technique),
  ].join('');
  return [
    '<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?>',
    '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">',
    '<rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/"',
    ' xmlns:photoshop="http://ns.adobe.com/photoshop/1.0/" xmlns:Iptc4xmpExt="http://iptc.org/std/Iptc4xmpExt/2008-02-29/">',
    alt('dc:title', said.title),
    seq('dc:creator', said.by),
    alt('dc:description', said.description),
    alt('dc:rights', said.rights),
    plain('photoshop:City', said.place),
    plain('photoshop:DateCreated', said.date),
    `<Iptc4xmpExt:ArtworkOrObject><rdf:Bag><rdf:li rdf:parseType="Resource">${artwork}</rdf:li></rdf:Bag></Iptc4xmpExt:ArtworkOrObject>`,
    '</rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end="w"?>',
  ].join('');
}
