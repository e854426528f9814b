package dauntingledger.app.staff;

import dauntingledger.app.words.Address;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.Ordered;
import org.springframework.stereotype.Component;

/** Prints the address at which the first account is made, as long as nobody works here. */
@Component
class FirstStart implements ApplicationRunner, Ordered {

    private final Staff staff;
    private final StaffLinks links;
    private final StaffSettings settings;
    private final Address address;

    FirstStart(Staff staff, StaffLinks links, StaffSettings settings, Address address) {
        this.staff = staff;
        this.links = links;
        this.settings = settings;
        this.address = address;
    }

    /** On the console alone: whoever reads the log later has no use for it, and whoever reads it sooner could use it. */
    @Override
    public void run(ApplicationArguments arguments) {
        if (staff.all().isEmpty()) {
            String token = links.make(StaffLinks.FIRST, settings.firstLink());
            System.out.printf(
                    "%n  Nobody works here yet. Make the first account of the exam office within %d minutes, at%n%n    %s%n%n"
                            + "  The address is good once. Start the server again for another.%n%n",
                    settings.firstLink().toMinutes(), address.of("/first-start/" + token));
        }
    }

    /** After what fills an installation with demo data. */
    @Override
    public int getOrder() {
        return Ordered.LOWEST_PRECEDENCE;
    }
}
