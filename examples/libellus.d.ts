/** Made from the description of the interface: see `tests/unit/interface.test.ts`. Do not edit. */
export interface paths {
    "/events": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Tell Libellus that something happened
         * @description CloudEvents 1.0 in any mode over HTTP (structured, binary with `ce-` headers, batch), signed as Standard Webhooks with the events key of the store. The same source and id are taken once, however often they come. With `ce-` headers, `webhook-id` is the id of the event.
         */
        post: operations["receiveEvent"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/sources/{token}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Send what a shop’s own webhook says, in JSON of its own
         * @description Proven by what the source asks for: a signature over the body, a token in a header, or a name and password. What is proven is kept whatever becomes of it, and read by the mapping of the source.
         */
        post: operations["receiveShopWebhook"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/rehearsals": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Begin a rehearsal of all that is live, or of what has changed
         * @description Made-up orders live through everything that can happen to them; what arrives in a mailbox of ours is read and checked. Nothing reaches anybody.
         */
        post: operations["startRehearsal"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/rehearsals/{number}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Read what came of a rehearsal, as far as it is */
        get: operations["readRehearsal"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/notifications/{notification}/tests": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description Its name in addresses, and of a version: `order-received~wholesale` */
                notification: string;
            };
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Send a test of a message as it is live, to a colleague of the store
         * @description About a fitting order unless one is named, in the language of the store unless another is. It is marked as a test, goes to colleagues alone, and is no delivery.
         */
        post: operations["sendTest"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/orders": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Read the orders, newest first */
        get: operations["listOrders"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/orders/{number}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Read an order, everything that was sent about it, and what was not and why */
        get: operations["readOrder"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/customers": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Read the customers, those who ordered last first */
        get: operations["listCustomers"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/customers/{address}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Read who a customer is, their addresses and contacts, and whether they are written to */
        get: operations["readCustomer"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/notifications": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Read the notifications and how each stands */
        get: operations["listNotifications"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/deliveries": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Read the record of deliveries, newest first */
        get: operations["listDeliveries"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/customers/{address}/contacts": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The address that the customer orders with, percent-encoded */
                address: string;
            };
            cookie?: never;
        };
        /** Read the contacts of a customer, for an account page */
        get: operations["readContacts"];
        /** Keep the contacts of a customer, from an account page or checkout; signed as events are */
        put: operations["putContacts"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/codes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Read the discount codes, those that customers were given among them, so that the checkout takes them */
        get: operations["listCodes"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
}
export interface webhooks {
    "delivery.accepted": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A program is told: delivery.accepted */
        post: operations["told-delivery.accepted"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "delivery.failed": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A program is told: delivery.failed */
        post: operations["told-delivery.failed"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "delivery.bounced": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A program is told: delivery.bounced */
        post: operations["told-delivery.bounced"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "delivery.held": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A program is told: delivery.held */
        post: operations["told-delivery.held"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "reply.received": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A program is told: reply.received */
        post: operations["told-reply.received"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "contacts.changed": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A program is told: contacts.changed */
        post: operations["told-contacts.changed"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
}
export interface components {
    schemas: {
        Event: components["schemas"]["OrderPlaced"] | components["schemas"]["OrderPaymentReceived"] | components["schemas"]["OrderPartPaid"] | components["schemas"]["OrderPaymentFailed"] | components["schemas"]["OrderPaused"] | components["schemas"]["OrderItemDelayed"] | components["schemas"]["OrderNoteAdded"] | components["schemas"]["InvoiceIssued"] | components["schemas"]["ShipmentDispatched"] | components["schemas"]["ShipmentUpdated"] | components["schemas"]["ShipmentReadyForPickup"] | components["schemas"]["ShipmentDelivered"] | components["schemas"]["DownloadReady"] | components["schemas"]["RefundIssued"] | components["schemas"]["ReturnReceived"] | components["schemas"]["OrderItemsCancelled"] | components["schemas"]["OrderCancelled"] | components["schemas"]["AccountCreated"] | components["schemas"]["AccountResetRequested"] | components["schemas"]["ProductStockCounted"] | components["schemas"]["FeedbackAnswered"];
        OrderPlaced: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "order.placed";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details?: {
                    /** Format: uri */
                    payUrl?: string;
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        OrderPaymentReceived: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "order.payment-received";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details?: {
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        OrderPartPaid: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "order.part-paid";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details?: {
                    /** Format: uri */
                    payUrl?: string;
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        OrderPaymentFailed: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "order.payment-failed";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details?: {
                    reason?: string;
                    /** Format: uri */
                    payUrl?: string;
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        OrderPaused: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "order.paused";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details?: {
                    reason?: string;
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        OrderItemDelayed: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "order.item-delayed";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details: {
                    delay: {
                        item: string;
                        /** Format: date-time */
                        until?: string;
                        reason?: string;
                    };
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        OrderNoteAdded: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "order.note-added";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details: {
                    note: {
                        words: string;
                        by?: string;
                    };
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        InvoiceIssued: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "invoice.issued";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details: {
                    invoice: {
                        number: string;
                        /** Format: uri */
                        url?: string;
                        /** Format: date-time */
                        dueOn?: string;
                        attach?: boolean;
                    };
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        ShipmentDispatched: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "shipment.dispatched";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details?: {
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        ShipmentUpdated: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "shipment.updated";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details?: {
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        ShipmentReadyForPickup: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "shipment.ready-for-pickup";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details?: {
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        ShipmentDelivered: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "shipment.delivered";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details?: {
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        DownloadReady: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "download.ready";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details?: {
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        RefundIssued: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "refund.issued";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details?: {
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        ReturnReceived: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "return.received";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details?: {
                    returned?: {
                        items: string;
                        /** Format: date-time */
                        receivedAt?: string;
                    };
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        OrderItemsCancelled: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "order.items-cancelled";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details?: {
                    reason?: string;
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        OrderCancelled: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "order.cancelled";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details?: {
                    reason?: string;
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        AccountCreated: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "account.created";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                customer: {
                    id?: string;
                    /** Format: mail-address */
                    email: string;
                    firstName?: string;
                    lastName?: string;
                    company?: string;
                    phone?: string;
                    guest?: boolean;
                    firstOrder?: boolean;
                    acceptsNews?: boolean;
                    contacts?: {
                        label: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                        messages?: string[];
                    }[];
                };
                /** Format: language */
                language?: string;
                channel: string;
                details?: {
                    account?: {
                        /** Format: uri */
                        url?: string;
                    };
                };
            };
        } & {
            [key: string]: unknown;
        };
        AccountResetRequested: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "account.reset-requested";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                customer: {
                    id?: string;
                    /** Format: mail-address */
                    email: string;
                    firstName?: string;
                    lastName?: string;
                    company?: string;
                    phone?: string;
                    guest?: boolean;
                    firstOrder?: boolean;
                    acceptsNews?: boolean;
                    contacts?: {
                        label: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                        messages?: string[];
                    }[];
                };
                /** Format: language */
                language?: string;
                channel: string;
                details: {
                    reset: {
                        /** Format: uri */
                        url: string;
                        /** Format: date-time */
                        expiresAt?: string;
                    };
                };
            };
        } & {
            [key: string]: unknown;
        };
        ProductStockCounted: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "product.stock-counted";
            /** Format: date-time */
            time: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                stock: {
                    sku: string;
                    left: number;
                    location?: string;
                };
            };
        } & {
            [key: string]: unknown;
        };
        FeedbackAnswered: {
            /** @constant */
            specversion: "1.0";
            id: string;
            source: string;
            /** @constant */
            type: "feedback.answered";
            /** Format: date-time */
            time?: string;
            subject?: string;
            /** @constant */
            datacontenttype?: "application/json";
            dataschema?: string;
            data: {
                order: {
                    number: string;
                    /** Format: date-time */
                    placedAt: string;
                    status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                    /** Format: currency */
                    currency: string;
                    /** Format: language */
                    language?: string;
                    channel: string;
                    location?: string;
                    customer: {
                        id?: string;
                        /** Format: mail-address */
                        email: string;
                        firstName?: string;
                        lastName?: string;
                        company?: string;
                        phone?: string;
                        guest?: boolean;
                        firstOrder?: boolean;
                        acceptsNews?: boolean;
                        contacts?: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                    };
                    billingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    shippingAddress?: {
                        name: string;
                        company?: string;
                        lines: string[];
                        postalCode?: string;
                        city: string;
                        region?: string;
                        country: string;
                    };
                    lines: {
                        product: {
                            sku: string;
                            name: string;
                            category?: string;
                            supplier?: string;
                            shippable?: boolean;
                            /** Format: uri */
                            imageUrl?: string;
                            /** Format: uri */
                            url?: string;
                            note?: {
                                words: string;
                                /** Format: uri */
                                url?: string;
                            };
                            session?: {
                                /** Format: date-time */
                                startsAt: string;
                                /** Format: date-time */
                                endsAt: string;
                                /** Format: time-zone */
                                timeZone?: string;
                                place?: string;
                                /** Format: uri */
                                url?: string;
                            };
                            downloads?: {
                                name: string;
                                /** Format: uri */
                                url: string;
                            }[];
                        };
                        options?: string;
                        quantity: number;
                        unitPrice: number;
                        taxRate?: number;
                        discount?: number;
                    }[];
                    discounts?: {
                        label?: string;
                        code?: string;
                        amount: number;
                    }[];
                    shipping?: {
                        method: string;
                        price: number;
                        taxRate?: number;
                    };
                    taxIncluded?: boolean;
                    taxes?: {
                        label: string;
                        rate: number;
                        amount: number;
                    }[];
                    payment?: {
                        method: string;
                        paid?: boolean;
                        received?: number;
                    };
                    shipments?: {
                        id?: string;
                        carrier?: string;
                        trackingNumber?: string;
                        /** Format: uri */
                        trackingUrl?: string;
                        /** Format: date-time */
                        dispatchedAt?: string;
                        /** Format: date-time */
                        deliveredAt?: string;
                        location?: string;
                        /** Format: date-time */
                        collectFrom?: string;
                        /** Format: date-time */
                        collectUntil?: string;
                        lines?: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    refunds?: {
                        amount: number;
                        reason?: string;
                        method?: string;
                        /** Format: date-time */
                        issuedAt?: string;
                        shipping?: number;
                        goodwill?: number;
                        lines?: {
                            sku: string;
                            quantity: number;
                            amount: number;
                        }[];
                    }[];
                    cancellations?: {
                        /** Format: date-time */
                        cancelledAt?: string;
                        reason?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                        paid?: boolean;
                    }[];
                    returns?: {
                        /** Format: date-time */
                        receivedAt?: string;
                        lines: {
                            sku: string;
                            quantity: number;
                        }[];
                    }[];
                    total?: number;
                    people?: {
                        role: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                    }[];
                    /** Format: date-time */
                    expectedDispatch?: string;
                    note?: string;
                    /** Format: uri */
                    statusUrl?: string;
                };
                details?: {
                    files?: ({
                        name: string;
                        content: string;
                    } | {
                        name: string;
                        /** Format: uri */
                        url: string;
                    })[];
                };
            };
        } & {
            [key: string]: unknown;
        };
        Taken: {
            deliveries: string[];
            /** @description True when this event or order was known already */
            known: boolean;
        };
        TakenBatch: {
            /** @description In the order of the batch: what was taken, or the problem */
            events: {
                id?: string;
                status: number;
                deliveries?: string[];
                known?: boolean;
                type?: string;
                title?: string;
            }[];
        };
        DiscountCode: {
            /** @description Not told apart by case */
            code: string;
            takesOff: {
                /** @constant */
                kind: "percent";
                value: number;
            } | {
                /** @constant */
                kind: "amount";
                value: number;
            };
            /** Format: date-time */
            startsAt?: string;
            /** Format: date-time */
            endsAt?: string;
            /** @description How often it can be used in all */
            limit?: number;
            used: number;
            conditions: {
                minimum?: number;
                perCustomer?: number;
                products?: string[];
                categories?: string[];
                /** Format: mail-address */
                customer?: string;
            };
            /** Format: date-time */
            givenAt?: string;
        };
        Delivery: {
            id: string;
            order: string;
            notification: string;
            recipient: string;
            /** @enum {unknown} */
            role: "customer" | "contact" | "staff";
            language: string;
            /** @enum {unknown} */
            state: "planned" | "held" | "sending" | "accepted" | "deferred" | "failed" | "bounced" | "withheld" | "cancelled";
            subject: string;
            messageId: string;
            attempts: number;
            lastWords: string;
            /** Format: date-time */
            createdAt: string;
            /** Format: date-time */
            acceptedAt?: string;
        };
    };
    responses: never;
    parameters: never;
    requestBodies: never;
    headers: never;
    pathItems: never;
}
export type $defs = Record<string, never>;
export interface operations {
    receiveEvent: {
        parameters: {
            query?: never;
            header: {
                "webhook-id": string;
                "webhook-timestamp": string;
                "webhook-signature": string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/cloudevents+json": components["schemas"]["Event"];
                "application/json": components["schemas"]["Event"];
                "application/cloudevents-batch+json": components["schemas"]["Event"][];
            };
        };
        responses: {
            /** @description Taken. The ids of the deliveries planned for it; of a batch, for each event */
            202: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Taken"] | components["schemas"]["TakenBatch"];
                };
            };
            /** @description Of a batch, not all were taken: the answer for each */
            207: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TakenBatch"];
                };
            };
            /** @description What is wrong, and where */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            401: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
        };
    };
    receiveShopWebhook: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                token: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": Record<string, never> | unknown[];
            };
        };
        responses: {
            /** @description Kept, and what became of it */
            202: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        /** @enum {string} */
                        state: "taken" | "kept" | "wrong" | "unheard";
                        /** @description Which event it is, by the mapping */
                        type?: string;
                        deliveries: number;
                        problems?: {
                            path?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            401: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
        };
    };
    startRehearsal: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** @description Everything without it. `changes`: what has changed since the newest that came to its end */
        requestBody?: {
            content: {
                "application/json": {
                    /** @constant */
                    only?: "changes";
                };
            };
        };
        responses: {
            /** @description Begun. `Location` is where it is read */
            202: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        rehearsal: number;
                        state: string;
                    };
                };
            };
            /** @description What is wrong, and where */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            401: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
        };
    };
    readRehearsal: {
        parameters: {
            query?: {
                /** @description JUnit’s XML as well by `Accept: application/xml` */
                format?: "json" | "junit";
            };
            header?: never;
            path: {
                /** @description Its number, or `latest` */
                number: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Its verdicts */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        store: string;
                        rehearsal: number;
                        /** @enum {string} */
                        state: "waiting" | "running" | "done" | "stopped" | "broken";
                        /** @description It has ended, every message is right, and all of the own orders happened */
                        passed: boolean;
                        /** Format: date-time */
                        askedAt: string;
                        /** Format: date-time */
                        endedAt?: string;
                        seconds: number;
                        lives: {
                            all: number;
                            done: number;
                        };
                        counts: {
                            right: number;
                            noted: number;
                            wrong: number;
                            missing: number;
                            surplus: number;
                            silent: number;
                            unsigned: number;
                        };
                        /** @description Why it could not be finished */
                        trouble: string;
                        messages: {
                            notification: string;
                            version: string;
                            /** @enum {string} */
                            to: "customer" | "contact" | "staff";
                            recipient: string;
                            /** @description The language that its reader wants (BCP 47) */
                            wanted: string;
                            /** @description The language that it is in */
                            language: string;
                            /** @description Its place in a series, from 1 */
                            turn: number;
                            order: string;
                            /** @enum {string} */
                            outcome: "right" | "noted" | "wrong" | "missing" | "surplus";
                            problems: string[];
                            /** @description Where it is looked at */
                            path: string;
                        }[];
                        /** @description Orders that the store keeps, of which not all could happen */
                        ownOrders: {
                            name: string;
                            problems: string[];
                        }[];
                        notRehearsed: {
                            notification: string;
                            version: string;
                            languages: string[];
                            /** @enum {string} */
                            why: "not-of-a-life" | "no-order-found";
                        }[];
                    };
                    "application/xml": string;
                };
            };
            /** @description What is wrong, and where */
            401: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
        };
    };
    sendTest: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description Its name in addresses, and of a version: `order-received~wholesale` */
                notification: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": {
                    /** Format: mail-address */
                    to: string;
                    /** Format: language */
                    language?: string;
                    order?: string;
                };
            };
        };
        responses: {
            /** @description The service took it */
            202: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        to: string;
                        subject: string;
                        language: string;
                        order: string;
                    };
                };
            };
            /** @description What is wrong, and where */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            401: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
        };
    };
    listOrders: {
        parameters: {
            query?: {
                /** @description A part of a number, name or address */
                search?: string;
                status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                /** @description Its id */
                channel?: string;
                language?: string;
                /** @description `next` of the page before */
                before?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description A page of orders */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        orders: {
                            number: string;
                            /** Format: date-time */
                            placedAt: string;
                            /** @enum {string} */
                            status: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                            channel: string;
                            customerName: string;
                            customerEmail: string;
                            /** @description BCP 47 */
                            language: string;
                            currency: string;
                            /** @description In the smallest unit of its currency */
                            total: number;
                        }[];
                        next?: string;
                    };
                };
            };
            /** @description What is wrong, and where */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            401: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
        };
    };
    readOrder: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description Its number, percent-encoded */
                number: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description The order */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        order: {
                            number: string;
                            /** Format: date-time */
                            placedAt: string;
                            status?: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                            /** Format: currency */
                            currency: string;
                            /** Format: language */
                            language?: string;
                            channel: string;
                            location?: string;
                            customer: {
                                id?: string;
                                /** Format: mail-address */
                                email: string;
                                firstName?: string;
                                lastName?: string;
                                company?: string;
                                phone?: string;
                                guest?: boolean;
                                firstOrder?: boolean;
                                acceptsNews?: boolean;
                                contacts?: {
                                    label: string;
                                    /** Format: mail-address */
                                    email: string;
                                    name?: string;
                                    /** Format: language */
                                    language?: string;
                                    messages?: string[];
                                }[];
                            };
                            billingAddress?: {
                                name: string;
                                company?: string;
                                lines: string[];
                                postalCode?: string;
                                city: string;
                                region?: string;
                                country: string;
                            };
                            shippingAddress?: {
                                name: string;
                                company?: string;
                                lines: string[];
                                postalCode?: string;
                                city: string;
                                region?: string;
                                country: string;
                            };
                            lines: {
                                product: {
                                    sku: string;
                                    name: string;
                                    category?: string;
                                    supplier?: string;
                                    shippable?: boolean;
                                    /** Format: uri */
                                    imageUrl?: string;
                                    /** Format: uri */
                                    url?: string;
                                    note?: {
                                        words: string;
                                        /** Format: uri */
                                        url?: string;
                                    };
                                    session?: {
                                        /** Format: date-time */
                                        startsAt: string;
                                        /** Format: date-time */
                                        endsAt: string;
                                        /** Format: time-zone */
                                        timeZone?: string;
                                        place?: string;
                                        /** Format: uri */
                                        url?: string;
                                    };
                                    downloads?: {
                                        name: string;
                                        /** Format: uri */
                                        url: string;
                                    }[];
                                };
                                options?: string;
                                quantity: number;
                                unitPrice: number;
                                taxRate?: number;
                                discount?: number;
                            }[];
                            discounts?: {
                                label?: string;
                                code?: string;
                                amount: number;
                            }[];
                            shipping?: {
                                method: string;
                                price: number;
                                taxRate?: number;
                            };
                            taxIncluded?: boolean;
                            taxes?: {
                                label: string;
                                rate: number;
                                amount: number;
                            }[];
                            payment?: {
                                method: string;
                                paid?: boolean;
                                received?: number;
                            };
                            shipments?: {
                                id?: string;
                                carrier?: string;
                                trackingNumber?: string;
                                /** Format: uri */
                                trackingUrl?: string;
                                /** Format: date-time */
                                dispatchedAt?: string;
                                /** Format: date-time */
                                deliveredAt?: string;
                                location?: string;
                                /** Format: date-time */
                                collectFrom?: string;
                                /** Format: date-time */
                                collectUntil?: string;
                                lines?: {
                                    sku: string;
                                    quantity: number;
                                }[];
                            }[];
                            refunds?: {
                                amount: number;
                                reason?: string;
                                method?: string;
                                /** Format: date-time */
                                issuedAt?: string;
                                shipping?: number;
                                goodwill?: number;
                                lines?: {
                                    sku: string;
                                    quantity: number;
                                    amount: number;
                                }[];
                            }[];
                            cancellations?: {
                                /** Format: date-time */
                                cancelledAt?: string;
                                reason?: string;
                                lines: {
                                    sku: string;
                                    quantity: number;
                                }[];
                                paid?: boolean;
                            }[];
                            returns?: {
                                /** Format: date-time */
                                receivedAt?: string;
                                lines: {
                                    sku: string;
                                    quantity: number;
                                }[];
                            }[];
                            total?: number;
                            people?: {
                                role: string;
                                /** Format: mail-address */
                                email: string;
                                name?: string;
                                /** Format: language */
                                language?: string;
                            }[];
                            /** Format: date-time */
                            expectedDispatch?: string;
                            note?: string;
                            /** Format: uri */
                            statusUrl?: string;
                        };
                        /** @enum {string} */
                        status: "OrderProcessing" | "OrderPaymentDue" | "OrderInTransit" | "OrderPickupAvailable" | "OrderDelivered" | "OrderCancelled" | "OrderReturned" | "OrderProblem";
                        /** @description BCP 47 */
                        language: string;
                        deliveries: {
                            id: string;
                            notification: string;
                            recipient: string;
                            recipientName: string;
                            /** @enum {string} */
                            role: "customer" | "contact" | "staff";
                            /** @description BCP 47 */
                            language: string;
                            /** @enum {string} */
                            state: "planned" | "held" | "sending" | "accepted" | "deferred" | "failed" | "bounced" | "withheld" | "cancelled";
                            subject: string;
                            words: string;
                            /** Format: date-time */
                            at: string;
                            /** @description Why it will not go out as things are */
                            withheld?: string;
                        }[];
                        notWritten: {
                            notification: string;
                            recipient: string;
                            recipientName: string;
                            reason: string;
                        }[];
                        replies: {
                            id: string;
                            /** Format: date-time */
                            at: string;
                            from: string;
                            notification: string;
                            subject: string;
                            text: string;
                            state: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            401: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
        };
    };
    listCustomers: {
        parameters: {
            query?: {
                /** @description The beginnings of words of a name, company or address, or the number of an order */
                search?: string;
                country?: string;
                language?: string;
                /** @description Its id */
                channel?: string;
                kind?: "account" | "guest";
                /** @description Who is not written to, who unsubscribed, or whose mail failed in the last 30 days */
                mail?: "withheld" | "unsubscribed" | "failed";
                /** @description A category, or the stock number of a product */
                bought?: string;
                /** @description Their last order is at most so many days old, or older: `30`, `-365` */
                ordered?: string;
                /** @description They spent at least so much: `250`, `99.50` */
                spent?: string;
                /** @description `next` of the page before */
                before?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description A page of customers */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        currency: string;
                        customers: {
                            email: string;
                            name: string;
                            company: string;
                            guest: boolean;
                            /** @description ISO 3166-1 */
                            country: string;
                            /** @description BCP 47 */
                            language: string;
                            channel: string;
                            orders: number;
                            /** @description In the smallest unit of its currency */
                            spent: number;
                            /** Format: date-time */
                            lastOrderAt?: string;
                        }[];
                        next?: string;
                    };
                };
            };
            /** @description What is wrong, and where */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            401: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
        };
    };
    readCustomer: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The address that the customer orders with, or did, percent-encoded */
                address: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description The customer */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        email: string;
                        firstName: string;
                        lastName: string;
                        company: string;
                        guest: boolean;
                        /** @description Its lines */
                        address: string[];
                        contacts: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                        /** @description BCP 47 */
                        language: string;
                        orders: number;
                        /** @description In the smallest unit of its currency */
                        spent: number;
                        currency: string;
                        /** @description Absent where nobody said */
                        news?: {
                            agreed: boolean;
                            /** Format: date-time */
                            at: string;
                        };
                        former: {
                            address: string;
                            /** Format: date-time */
                            at: string;
                        }[];
                        joined: {
                            address: string;
                            /** Format: date-time */
                            at: string;
                        }[];
                        mail: {
                            address: string;
                            withheld: {
                                reason: string;
                                /** Format: date-time */
                                at: string;
                            }[];
                            unsubscribed: {
                                kind: string;
                                /** Format: date-time */
                                at: string;
                            }[];
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            401: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
        };
    };
    listNotifications: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description All of them */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        languages: string[];
                        notifications: {
                            notification: string;
                            name: string;
                            /** @enum {string} */
                            moment: "order.placed" | "order.payment-due" | "order.payment-received" | "order.part-paid" | "order.payment-failed" | "order.paused" | "order.item-delayed" | "order.note-added" | "invoice.issued" | "shipment.dispatched" | "shipment.updated" | "shipment.ready-for-pickup" | "shipment.delivered" | "download.ready" | "feedback.due" | "refund.issued" | "return.received" | "order.items-cancelled" | "order.cancelled" | "account.created" | "account.reset-requested" | "account.preferences-requested" | "product.stock-low" | "product.stock-out" | "orders.summary" | "by-hand" | "notice" | "delivery.bounced";
                            /** @enum {string} */
                            audience: "customer" | "contact" | "staff";
                            on: boolean;
                            /** @description It is on and published: messages go out */
                            live: boolean;
                            /** @description Something of it is not published */
                            draft: boolean;
                            /** @description Versions for some orders, and that for everyone else */
                            versions: number;
                            /** @description Of the version for everyone else */
                            edition?: number;
                            timing: string;
                            /** @description Languages in which every version is complete */
                            complete: string[];
                            /** @description Messages that wait for their time */
                            waiting: number;
                            /** @description Messages that failed in the last 24 hours */
                            failedToday: number;
                            last?: {
                                /** @enum {string} */
                                state: "planned" | "held" | "sending" | "accepted" | "deferred" | "failed" | "bounced" | "withheld" | "cancelled";
                                /** Format: date-time */
                                at: string;
                            };
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            401: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
        };
    };
    listDeliveries: {
        parameters: {
            query?: {
                /** @description An address, or the beginning of one */
                recipient?: string;
                /** @description An order number */
                order?: string;
                /** @description One or more of planned, held, sending, accepted, deferred, failed, bounced, withheld, cancelled, with commas between; or `overdue`: what should have gone out ten minutes ago or more, and has not */
                state?: string;
                /** @description `next` of the page before */
                before?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description A page of deliveries */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        deliveries: components["schemas"]["Delivery"][];
                        next?: string;
                    };
                };
            };
            /** @description What is wrong, and where */
            401: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
        };
    };
    readContacts: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The address that the customer orders with, percent-encoded */
                address: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Who the contacts are, how many there can be, and the labels that messages go to */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        /** Format: email */
                        email: string;
                        contacts: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                        most: number;
                        labels: string[];
                        /** @description What can be chosen for a contact, in `messages` */
                        messages: {
                            slug: string;
                            name: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            401: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
        };
    };
    putContacts: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description The address that the customer orders with, percent-encoded */
                address: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": {
                    /** Format: email */
                    email: string;
                    contacts: {
                        label: string;
                        /** Format: mail-address */
                        email: string;
                        name?: string;
                        /** Format: language */
                        language?: string;
                        messages?: string[];
                    }[];
                };
            };
        };
        responses: {
            /** @description Who the contacts are, how many there can be, and the labels that messages go to */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        /** Format: email */
                        email: string;
                        contacts: {
                            label: string;
                            /** Format: mail-address */
                            email: string;
                            name?: string;
                            /** Format: language */
                            language?: string;
                            messages?: string[];
                        }[];
                        most: number;
                        labels: string[];
                        /** @description What can be chosen for a contact, in `messages` */
                        messages: {
                            slug: string;
                            name: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            401: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
        };
    };
    listCodes: {
        parameters: {
            query?: {
                /** @description `next` of the page before */
                after?: string;
                /** @description Only codes of series that were given from then on */
                givenSince?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description A page of codes, by name */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        codes: components["schemas"]["DiscountCode"][];
                        next?: string;
                    };
                };
            };
            /** @description What is wrong, and where */
            401: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
            /** @description What is wrong, and where */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": {
                        /** @enum {string} */
                        type: "urn:libellus:problem:not-json" | "urn:libellus:problem:not-taken" | "urn:libellus:problem:not-signed" | "urn:libellus:problem:no-reading-key" | "urn:libellus:problem:no-rehearsal-key" | "urn:libellus:problem:closed" | "urn:libellus:problem:not-found" | "urn:libellus:problem:contradiction" | "urn:libellus:problem:under-way" | "urn:libellus:problem:too-large" | "urn:libellus:problem:too-many" | "urn:libellus:problem:unavailable";
                        title: string;
                        status: number;
                        problems?: {
                            /** @description JSON Pointer (RFC 6901) */
                            path?: string;
                            place?: string;
                            message?: string;
                        }[];
                    };
                };
            };
        };
    };
    "told-delivery.accepted": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: {
            content: {
                "application/json": {
                    /** @constant */
                    type: "delivery.accepted";
                    /** Format: date-time */
                    timestamp: string;
                    data: {
                        delivery?: string;
                        state?: string;
                        recipient?: string;
                        role?: string;
                        orderId?: string | null;
                        notificationId?: string;
                        subject?: string;
                        messageId?: string;
                        cause?: string;
                    };
                };
            };
        };
        responses: {
            /** @description It was heard. Anything else is tried again. */
            "2XX": {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    "told-delivery.failed": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: {
            content: {
                "application/json": {
                    /** @constant */
                    type: "delivery.failed";
                    /** Format: date-time */
                    timestamp: string;
                    data: {
                        delivery?: string;
                        state?: string;
                        recipient?: string;
                        role?: string;
                        orderId?: string | null;
                        notificationId?: string;
                        subject?: string;
                        messageId?: string;
                        cause?: string;
                    };
                };
            };
        };
        responses: {
            /** @description It was heard. Anything else is tried again. */
            "2XX": {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    "told-delivery.bounced": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: {
            content: {
                "application/json": {
                    /** @constant */
                    type: "delivery.bounced";
                    /** Format: date-time */
                    timestamp: string;
                    data: {
                        delivery?: string;
                        state?: string;
                        recipient?: string;
                        role?: string;
                        orderId?: string | null;
                        notificationId?: string;
                        subject?: string;
                        messageId?: string;
                        cause?: string;
                    };
                };
            };
        };
        responses: {
            /** @description It was heard. Anything else is tried again. */
            "2XX": {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    "told-delivery.held": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: {
            content: {
                "application/json": {
                    /** @constant */
                    type: "delivery.held";
                    /** Format: date-time */
                    timestamp: string;
                    data: {
                        delivery?: string;
                        state?: string;
                        recipient?: string;
                        role?: string;
                        orderId?: string | null;
                        notificationId?: string;
                        subject?: string;
                        messageId?: string;
                        cause?: string;
                    };
                };
            };
        };
        responses: {
            /** @description It was heard. Anything else is tried again. */
            "2XX": {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    "told-reply.received": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: {
            content: {
                "application/json": {
                    /** @constant */
                    type: "reply.received";
                    /** Format: date-time */
                    timestamp: string;
                    data: {
                        delivery?: string;
                        orderId?: string | null;
                        notificationId?: string;
                        from?: string;
                        subject?: string;
                    };
                };
            };
        };
        responses: {
            /** @description It was heard. Anything else is tried again. */
            "2XX": {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    "told-contacts.changed": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: {
            content: {
                "application/json": {
                    /** @constant */
                    type: "contacts.changed";
                    /** Format: date-time */
                    timestamp: string;
                    data: {
                        customer?: string;
                        contacts?: Record<string, never>[];
                    };
                };
            };
        };
        responses: {
            /** @description It was heard. Anything else is tried again. */
            "2XX": {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
}
