import contentDisposition from 'content-disposition';

/** A text file to keep, named in any script; nothing of it stays in a cache. */
export const fileAnswer = (name: string, type: string, text: string): Response =>
  new Response(text, {
    headers: {
      'Content-Type': `${type}; charset=utf-8`,
      'Content-Disposition': contentDisposition(name),
      'Cache-Control': 'private, no-store',
    },
  });
