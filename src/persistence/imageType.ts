/** What a file may be kept as; nothing where its bytes say no kind of picture. */
export const IMAGE_TYPE = /^(image\/[a-z0-9.+-]{1,40})?$/;
