/**
 * What is made of the commands' own words for a program that is installed: a manual page,
 * completions for shells, and the reference of commands in docs/.
 */
@NullMarked
package baddle.cli.papers;

import org.jspecify.annotations.NullMarked;
