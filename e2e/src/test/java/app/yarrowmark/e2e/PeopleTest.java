package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;

/** A second person on a desk: invited as a reader, then a reviewer; locked out, and back. */
class PeopleTest {

    private static final String PASSWORD = "mud and marram";

    @Test
    void aSecondPersonIsInvitedReadsThenReviewsAndComesBackAfterBeingLockedOut() {
        try (OwnDesk own = OwnDesk.begin();
                Browser second = Browser.open()) {
            Browser first = own.desk;
            first.go(own.app.url() + "/access");
            first.see("You, Merle Sedge");
            first.type("Invite", "Ida, for the summer");
            first.choose("As what", "reader");
            first.press("Make a link");
            second.go(first.text("[data-testid=invitation] code"));
            second.see("You will be a reader");
            second.type("Name", "Ida Fell");
            second.type("Password, at least 10 characters", PASSWORD);
            second.press("Make the account");
            second.see("Nothing is on the desk");
            assertThat(second.body()).contains("Sign Ida Fell out").doesNotContain("Put a device down");
            second.go(own.app.url() + "/desk/new?maker=Ostrel");
            second.see("Standings");
            second.go(own.app.url() + "/access");
            second.see("An owner invites people and says what they may do.");
            isAskedToRead(own, second);

            first.go(own.app.url() + "/access");
            first.choose("What Ida Fell may do", "reviewer");
            first.see("Ida Fell is reviewer now.");
            second.go(own.app.url() + "/desk");
            second.see("Put a device down");

            first.press("close the account of Ida Fell");
            first.see("The account of Ida Fell is closed");
            second.go(own.app.url() + "/desk");
            second.see("Password");
            second.type("Name", "Ida Fell");
            second.type("Password", PASSWORD);
            second.press("Sign in");
            second.see("This account is closed.");
            first.press("open it again");
            first.see("Ida Fell can sign in again.");

            String said = App.run(
                    "reset-password", "Ida Fell", "--home", own.app.home().toString(), "--port", "" + own.app.port());
            assertThat(said).endsWith("exit 0");
            second.go(
                    said.substring(said.indexOf("http"), said.indexOf("exit 0")).strip());
            second.see("A new password for Ida Fell");
            second.type("Password, at least 10 characters", "reed and rush");
            second.press("Take this password");
            second.see("Sign Ida Fell out");
            second.go(own.app.url() + "/access");
            second.waitFor(By.cssSelector("[data-testid=sessions] li"));
            second.see("took a new password by a link");
            second.requireAccessible(own.app.url() + "/access", "You, Ida Fell");
        }
    }

    /** A reader is asked to read a draft, remarks on a passage of it, and puts her name to it. */
    private static void isAskedToRead(OwnDesk own, Browser second) {
        Browser first = own.desk;
        first.go(own.app.url() + "/write-ups");
        first.press("Begin a write-up");
        first.type("Title", "A quiet summer");
        first.press("Begin");
        first.see("Before readers see it");
        own.write("It is quieter than the reeds.");
        own.kept();
        first.choose("Ask somebody to read it", "Ida Fell");
        first.see("Ida Fell is asked: it stands in their list of write-ups.");

        second.go(own.app.url() + "/write-ups");
        second.see("You are asked to read A quiet summer.");
        assertThat(second.text("nav a[href='/write-ups'], nav a[href^='/write-ups?']"))
                .contains("1");
        second.press("A quiet summer");
        second.see("Merle Sedge asks you to read it");
        second.script("const p = document.querySelector('.ProseMirror p').firstChild;"
                + "getSelection().setBaseAndExtent(p, 6, p, 13)");
        second.waitFor(By.xpath("//summary[.='Remark on a passage']")).click();
        second.type("What you say of it", "By how many dB?");
        second.press("Say it");
        second.waitFor(By.xpath("//q[.='quieter']"));
        second.press("I read it, with my name");
        second.see("Your name stands below it.");

        first.see("Ida Fell: By how many dB?");
        assertThat(first.script("return [...CSS.highlights.get('remarks')].map(r => r.toString()).join()"))
                .isEqualTo("quieter");
        first.press("It is settled");
        first.see("Read by Ida Fell.");
    }
}
