// Commands of a host that checks of its macros look for by name: states, meshes, delayed macros.
export const saveState = 'SAVE_GCODE_STATE'
export const restoreState = 'RESTORE_GCODE_STATE'
export const probeMesh = 'BED_MESH_CALIBRATE'
export const meshProfile = 'BED_MESH_PROFILE'
export const setDelayed = 'UPDATE_DELAYED_GCODE'
