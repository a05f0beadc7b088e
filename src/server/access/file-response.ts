/** An answer that is kept as a file of this name, whatever signs the name has. */
export function fileResponse(body: BodyInit, name: string, type: string): Response {
  return new Response(body, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName(name))}`,
    },
  });
}

/** A name that every disk takes. */
function fileName(name: string): string {
  return name.replace(/[\u0000-\u001f/\\:*?"<>|]/g, '-');
}
