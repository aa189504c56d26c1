/** Opens something when it is first wanted, and keeps it; an opening that failed is tried again the next time. */
export function openedOnce<Opened>(open: () => Promise<Opened>): () => Promise<Opened> {
  let opened: Promise<Opened> | null = null;
  return async () => {
    opened ??= open();
    try {
      return await opened;
    } catch (error) {
      opened = null;
      throw error;
    }
  };
}
