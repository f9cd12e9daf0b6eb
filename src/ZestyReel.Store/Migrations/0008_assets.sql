-- Files that scenes need: their pictures, and sound and shapes to come. A file lies beside the database, under the
-- SHA-256 of its bytes; it is whole on the disk before a row here names it.
CREATE TABLE asset (
  hash    TEXT PRIMARY KEY,
  kind    TEXT    NOT NULL,
  name    TEXT    NOT NULL, -- as people call it
  size    INTEGER NOT NULL,
  made_at TEXT    NOT NULL
) STRICT;

-- Pictures were kept in here before. They are drawn again when the list is looked at.
DROP TABLE thumbnail;
CREATE TABLE thumbnail (
  scene_id INTEGER PRIMARY KEY REFERENCES scene (id) ON DELETE CASCADE,
  revision INTEGER NOT NULL,
  asset    TEXT    NOT NULL REFERENCES asset (hash)
) STRICT;
CREATE INDEX thumbnail_asset ON thumbnail (asset);
