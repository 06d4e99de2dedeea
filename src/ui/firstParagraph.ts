/** What a description says first: enough for a card. */
export const firstParagraph = (description: string): string => description.split(/\n\s*\n/)[0];
