; Curlew, one line for every print: the printer's own macro does the rest
PRELUDE BED=@bed NOZZLE=@nozzle SOAK=@soak FIRST=@first_layer
