-- Layers, packed; their keys are channels of objects whose names say the layer.
CREATE TABLE layer (
  scene_id INTEGER NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
  id       INTEGER NOT NULL,
  image    BLOB    NOT NULL,
  PRIMARY KEY (scene_id, id)
) STRICT;
