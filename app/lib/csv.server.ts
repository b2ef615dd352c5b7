/** A CSV file to keep; nothing of it stays in a cache. */
export const csvAnswer = (name: string, csv: string): Response =>
  new Response(csv, {
    headers: {
      'Content-Type': 'text/csv; charset=utf-8',
      'Content-Disposition': `attachment; filename="${name}"`,
      'Cache-Control': 'private, no-store',
    },
  });
