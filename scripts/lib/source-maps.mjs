/** An error names the line of the source. */
process.setSourceMapsEnabled(true);
