/**
 * Raised by one with every change of the measuring that can change a figure, so that figures of before and after are
 * not compared as if one had made them.
 */
export const MEASURING_VERSION = 5
