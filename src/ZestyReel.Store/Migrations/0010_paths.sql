-- The way of a path, and how an object follows one, packed.
ALTER TABLE object ADD COLUMN path BLOB;
ALTER TABLE object ADD COLUMN follow BLOB;
