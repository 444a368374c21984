package io.sumbrel.server.audit;

/** An act was recorded; told to listeners when it is committed. */
public record BooksChanged(long booksId) {}
