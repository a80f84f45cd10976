/** What is looked up beside the page ends with its household: once that is closed there is nobody left to be told. */
export const gone = (): undefined => undefined;
