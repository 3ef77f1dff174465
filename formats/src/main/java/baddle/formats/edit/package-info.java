/**
 * Workbooks that are somebody's own: looked at cell by cell, and written anew with some cells
 * changed, sheets copied and tables resized. Whatever isn't concerned stays byte for byte.
 */
@NullMarked
package baddle.formats.edit;

import org.jspecify.annotations.NullMarked;
