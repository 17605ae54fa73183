// Names of host commands that checks of macros look for: saved states, meshes, delayed macros.
export const saveState = 'SAVE_GCODE_STATE'
export const restoreState = 'RESTORE_GCODE_STATE'
export const probeMesh = 'BED_MESH_CALIBRATE'
export const meshProfile = 'BED_MESH_PROFILE'
export const setDelayed = 'UPDATE_DELAYED_GCODE'
