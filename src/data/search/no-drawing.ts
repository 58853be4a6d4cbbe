/** The library asks for what pages are drawn with as it is loaded; only their text is read, so that this will do. */
class Nothing {}

Object.assign(globalThis, { DOMMatrix: Nothing, ImageData: Nothing, Path2D: Nothing });
