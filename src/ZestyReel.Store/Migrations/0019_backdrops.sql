-- Pictures behind views and cameras, packed.
CREATE TABLE backdrop (
  scene_id INTEGER NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
  id       INTEGER NOT NULL,
  image    BLOB    NOT NULL,
  PRIMARY KEY (scene_id, id)
) STRICT;

-- The files that a scene or its history needs. What has been sent and is not used yet goes with the next start.
CREATE TABLE scene_asset (
  scene_id INTEGER NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
  asset    TEXT    NOT NULL REFERENCES asset (hash),
  used     INTEGER NOT NULL,
  PRIMARY KEY (scene_id, asset)
) STRICT, WITHOUT ROWID;
CREATE INDEX scene_asset_asset ON scene_asset (asset);
