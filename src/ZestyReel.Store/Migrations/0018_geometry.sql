-- What bends an object and how it fades: one packed image, null where nothing does.
ALTER TABLE object ADD COLUMN geometry BLOB;
