/** Messages of RFC 5322, whose attachments are files. Start at {@code MailFile}. */
@NullMarked
package baddle.formats.mail;

import org.jspecify.annotations.NullMarked;
