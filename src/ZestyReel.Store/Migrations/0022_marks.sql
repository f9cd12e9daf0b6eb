-- Marks of the timing check, packed.
CREATE TABLE mark (
  scene_id INTEGER NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
  id       INTEGER NOT NULL,
  image    BLOB    NOT NULL,
  PRIMARY KEY (scene_id, id)
) STRICT;
