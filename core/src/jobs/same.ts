/** Does not compile where a type and its fields say different things. */
export type Same<A, B> = [A] extends [B] ? ([B] extends [A] ? true : false) : false;
